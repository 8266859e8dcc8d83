import { Column, CreatedAt, DataType, Model, Table } from 'sequelize-typescript'

@Table({ tableName: 'project', underscored: true, updatedAt: false })
export class Project extends Model {
  @Column({ type: DataType.INTEGER, primaryKey: true, autoIncrement: true })
  declare id: number
  @Column(DataType.TEXT)
  declare slug: string
  @Column(DataType.TEXT)
  declare name: string
  @Column(DataType.TEXT)
  declare keyPrefix: string
  @Column(DataType.INTEGER)
  declare nextCaseNumber: number
  @CreatedAt
  declare createdAt: Date
}

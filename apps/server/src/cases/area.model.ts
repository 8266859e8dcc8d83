import { Column, DataType, Model, Table } from 'sequelize-typescript'

/** A folder in the tree of cases. */
@Table({ tableName: 'area', underscored: true, timestamps: false })
export class Area extends Model {
  @Column({ type: DataType.INTEGER, primaryKey: true, autoIncrement: true })
  declare id: number
  @Column(DataType.INTEGER)
  declare projectId: number
  @Column(DataType.INTEGER)
  declare parentId: number | null
  @Column(DataType.TEXT)
  declare name: string
  @Column(DataType.INTEGER)
  declare position: number
  @Column(DataType.DATE)
  declare deletedAt: Date | null
  /** What stood in it when it was deleted. */
}

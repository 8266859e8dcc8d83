import type { AccountKind } from '../contract/index.js'
import { Column, CreatedAt, DataType, Model, Table } from 'sequelize-typescript'

@Table({ tableName: 'account', underscored: true, updatedAt: false })
export class Account extends Model {
  @Column({ type: DataType.INTEGER, primaryKey: true, autoIncrement: true })
  declare id: number
  @Column(DataType.TEXT)
  declare email: string
  @Column(DataType.TEXT)
  declare name: string
  @Column(DataType.TEXT)
  declare kind: AccountKind
  /** Null for somebody who signs in elsewhere. */
  @Column(DataType.TEXT)
  declare passwordHash: string | null
  @CreatedAt
  declare createdAt: Date
}

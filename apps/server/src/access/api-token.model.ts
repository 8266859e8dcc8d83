import type { TokenScope } from '../contract/index.js'
import { Column, CreatedAt, DataType, Model, Table } from 'sequelize-typescript'

/** A key for machines, bound to one project. Only its hash is kept. */
@Table({ tableName: 'api_token', underscored: true, updatedAt: false })
export class ApiToken extends Model {
  @Column({ type: DataType.INTEGER, primaryKey: true, autoIncrement: true })
  declare id: number
  @Column(DataType.INTEGER)
  declare projectId: number
  @Column(DataType.INTEGER)
  declare accountId: number
  @Column(DataType.TEXT)
  declare name: string
  @Column(DataType.BLOB)
  declare tokenHash: Buffer
  @Column(DataType.TEXT)
  declare scope: TokenScope
  @CreatedAt
  declare createdAt: Date
  @Column(DataType.DATE)
  declare lastUsedAt: Date | null
  @Column(DataType.DATE)
  declare expiresAt: Date | null
  @Column(DataType.DATE)
  declare revokedAt: Date | null
}

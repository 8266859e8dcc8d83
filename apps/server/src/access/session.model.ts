import { Column, CreatedAt, DataType, Model, Table } from 'sequelize-typescript'

/** A signed-in browser. Only a hash of the cookie is kept. */
@Table({ tableName: 'session', underscored: true, updatedAt: false })
export class Session extends Model {
  @Column({ type: DataType.BLOB, primaryKey: true })
  declare idHash: Buffer
  @Column(DataType.INTEGER)
  declare accountId: number
  @CreatedAt
  declare createdAt: Date
  @Column(DataType.DATE)
  declare expiresAt: Date
}

import { Column, CreatedAt, DataType, Model, Table } from 'sequelize-typescript'

/** A signed-in browser. Only a keyed hash of the cookie is kept. */
@Table({ tableName: 'session', underscored: true, updatedAt: false })
export class Session extends Model {
  @Column({ type: DataType.BLOB, primaryKey: true })
  declare idHash: Buffer
  /** What its owner names it by when ending it. */
  @Column({ type: DataType.INTEGER, autoIncrement: true })
  declare id: number
  @Column(DataType.INTEGER)
  declare accountId: number
  @CreatedAt
  declare createdAt: Date
  @Column(DataType.DATE)
  declare lastSeenAt: Date
  @Column(DataType.DATE)
  declare expiresAt: Date
  @Column(DataType.TEXT)
  declare agent: string
  @Column(DataType.TEXT)
  declare address: string
}

import type { UnknownTests } from '../contract/index.js'
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
  /** What becomes of tests that no case claims. */
  @Column(DataType.TEXT)
  declare unknownTests: UnknownTests
  /** A key that several tests of the code declare is a finding. */
  @Column(DataType.BOOLEAN)
  declare oneScriptPerKey: boolean
  /** For so many days output and attachments are kept; null is for ever. */
  @Column(DataType.INTEGER)
  declare keepDetailsDays: number | null
  /** The branch that everything looks at where nobody says another. */
  @Column(DataType.TEXT)
  declare defaultBranch: string
  /** For so many days the audit log is kept; null is for ever. */
  @Column(DataType.INTEGER)
  declare keepActsDays: number | null
  /** Folders of the server, and hosts, where its sources may look; an administrator names them. */
  @Column(DataType.ARRAY(DataType.TEXT))
  declare sourceFolders: string[]
  @Column(DataType.ARRAY(DataType.TEXT))
  declare sourceHosts: string[]
  /** So many tests may be in quarantine at once. */
  @Column(DataType.INTEGER)
  declare quarantineLimit: number
  /** A cause whose tests passed in so many builds in a row is resolved by itself; null is never. */
  @Column(DataType.INTEGER)
  declare resolveAfter: number | null
  /** Suggested causes at least so sure are taken without a person; null is never. */
  @Column(DataType.REAL)
  declare decideAbove: number | null
  @CreatedAt
  declare createdAt: Date
}

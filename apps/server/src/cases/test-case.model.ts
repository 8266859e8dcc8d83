import type { CaseIntent, CaseState, CaseStep } from '../contract/index.js'
import { Column, CreatedAt, DataType, Model, Table, UpdatedAt } from 'sequelize-typescript'

@Table({ tableName: 'test_case', underscored: true })
export class TestCase extends Model {
  @Column({ type: DataType.INTEGER, primaryKey: true, autoIncrement: true })
  declare id: number
  @Column(DataType.INTEGER)
  declare projectId: number
  /** With the project's prefix, the key: `FERRY-101`. */
  @Column(DataType.INTEGER)
  declare number: number
  @Column(DataType.INTEGER)
  declare areaId: number | null
  @Column(DataType.TEXT)
  declare title: string
  @Column(DataType.TEXT)
  declare preconditions: string
  @Column(DataType.JSONB)
  declare steps: CaseStep[]
  /** 1 is the most urgent of 4. */
  @Column(DataType.SMALLINT)
  declare priority: number
  @Column(DataType.ARRAY(DataType.TEXT))
  declare tags: string[]
  @Column(DataType.INTEGER)
  declare ownerId: number | null
  @Column(DataType.TEXT)
  declare state: CaseState
  @Column(DataType.TEXT)
  declare intent: CaseIntent
  /** How long it takes by hand. */
  @Column(DataType.INTEGER)
  declare estimateS: number | null
  /** Ids of cases whose output it uses: its scripts run after theirs. */
  @Column(DataType.ARRAY(DataType.INTEGER))
  declare runsAfter: number[]
  @Column(DataType.INTEGER)
  declare version: number
  @CreatedAt
  declare createdAt: Date
  @UpdatedAt
  declare updatedAt: Date
  @Column(DataType.DATE)
  declare deletedAt: Date | null
}

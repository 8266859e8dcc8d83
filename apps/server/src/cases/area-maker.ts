import type { Transaction } from 'sequelize'
import type { Area } from './area.model.js'

/** Finds or makes areas by path, each once. */
export class AreaMaker {
  /** Areas that were not there before. */
  readonly made: number[] = []
  private readonly known = new Map<string, number>()

  constructor(
    private readonly areas: typeof Area,
    private readonly projectId: number,
    private readonly transaction: Transaction,
  ) {}

  async path(parentId: number | null, names: string[]): Promise<number | null> {
    let id = parentId
    for (const name of names) id = await this.area(id, name)
    return id
  }

  private async area(parentId: number | null, name: string): Promise<number> {
    const key = `${parentId}/${name}`
    const known = this.known.get(key)
    if (known) return known
    const [area, created] = await this.areas.findOrCreate({
      where: { projectId: this.projectId, parentId, name, deletedAt: null },
      transaction: this.transaction,
    })
    if (created) this.made.push(area.id)
    this.known.set(key, area.id)
    return area.id
  }
}

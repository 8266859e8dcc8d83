import { ProjectLink } from '../../context/project-link.js'
import { count } from '../../lib/format.js'
import { aboutWords } from '../plans/plan-words.js'
import { useWorkload } from './use-manual.js'

const dayWords = (day: string): string =>
  new Date(`${day}T12:00:00Z`).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', timeZone: 'UTC' })

/** Work by hand by person and the day on which it is due, and who has more than the hours until then. */
export function PeopleLoad() {
  const load = useWorkload()
  const people = load.data?.people ?? []
  if (people.length === 0) return null
  const [first] = people
  const over = people.filter(({ person, overloadedOn }) => person !== null && overloadedOn !== null)
  return (
    <section aria-label="Work by hand" className="border-t border-hairline px-5 py-4">
      <h2 className="text-base">Work by hand, by the day on which it is due</h2>
      <p className="mb-2 text-soft">
        {over.length === 0
          ? `Everybody has time for what is theirs, at ${aboutWords(load.data?.dayMs ?? 0)} a day.`
          : over.map(({ person, overloadedOn }) => `${person?.name ?? ''} is overloaded by ${dayWords(overloadedOn ?? '')}`).join('; ') +
            '.'}
      </p>
      <div className="overflow-x-auto">
        <table className="border-collapse">
          <thead className="text-soft">
            <tr>
              <th scope="col" className="w-[148px] text-left font-normal">
                <span className="sr-only">Person</span>
              </th>
              {first?.days.map(({ day }) => (
                <th key={day} scope="col" className="px-2.5 text-right font-normal whitespace-nowrap">
                  {dayWords(day)}
                </th>
              ))}
              <th scope="col" className="px-2.5 text-right font-normal">
                later
              </th>
            </tr>
          </thead>
          <tbody>
            {people.map((row) => (
              <tr key={row.person?.id ?? 0} className="border-t border-hairline">
                <th scope="row" className="py-1 text-left font-normal" title={count(row.cases, 'case')}>
                  {row.person?.name ?? <span className="text-soft">whoever takes it</span>}
                </th>
                {row.days.map(({ day, ms }) => (
                  <td
                    key={day}
                    className={`px-2.5 text-right whitespace-nowrap ${over.includes(row) && row.overloadedOn === day ? 'font-semibold text-failed' : ''}`}
                  >
                    {ms > 0 ? aboutWords(ms) : <span className="text-soft">·</span>}
                    {over.includes(row) && row.overloadedOn === day && <span className="sr-only"> overloaded</span>}
                  </td>
                ))}
                <td className="px-2.5 text-right whitespace-nowrap text-soft">{row.laterMs > 0 ? aboutWords(row.laterMs) : '·'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-2 text-soft">
        Times are the median of the last ten, or the estimate of the case. Reassign something from{' '}
        <ProjectLink to="mine" className="link">
          its assignment
        </ProjectLink>
        .
      </p>
    </section>
  )
}

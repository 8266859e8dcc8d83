import type { PlanDetail } from '@bobbin/client'
import { formatList } from '../../lib/format.js'
import { aboutWords, forecastWords, noteWords } from './plan-words.js'

/** Before it starts: how long it takes on the agents there are, and what can't be placed. */
export function ForecastView({ plan }: { plan: PlanDetail }) {
  const { agents, bars, endMs, unplaced } = plan.forecast
  const scale = Math.max(endMs, ...bars.map(({ toMs }) => toMs), 1) * 1.06
  const used = agents.filter(({ id }) => bars.some(({ agentId }) => agentId === id))
  return (
    <section aria-labelledby="forecast" className="min-w-0 flex-1">
      <h2 id="forecast" className="mb-1 text-sm">
        Forecast
      </h2>
      <p className="mb-3 max-w-[560px] text-soft">{forecastWords(plan)}</p>
      {used.length > 0 && (
        <div role="img" aria-label={barsInWords(plan)} className="relative max-w-[620px]">
          {used.map(({ id, name }) => (
            <div key={id} className="flex h-[26px] items-center">
              <span className="w-[92px] shrink-0 truncate pr-2 font-mono" title={name}>
                {name}
              </span>
              <span className="relative h-[18px] flex-1">
                {bars
                  .filter(({ agentId }) => agentId === id)
                  .map((bar, i) => (
                    <span
                      key={i}
                      title={`${bar.name}: ${aboutWords(bar.toMs - bar.fromMs)}`}
                      className="absolute inset-y-0 overflow-hidden rounded-[3px] border border-dye bg-dye-wash px-1.5 text-xs leading-[16px] whitespace-nowrap"
                      style={{ left: `${(bar.fromMs / scale) * 100}%`, width: `max(3px, ${((bar.toMs - bar.fromMs) / scale) * 100}%)` }}
                    >
                      {bar.name}
                    </span>
                  ))}
              </span>
            </div>
          ))}
        </div>
      )}
      {(unplaced.length > 0 || plan.notes.length > 0) && (
        <ul className="mt-3 max-w-[620px]">
          {[...new Set(unplaced.map(unplacedWords))].map((words) => (
            <li key={words} className="text-errored">
              {words}
            </li>
          ))}
          {plan.notes.map((note, i) => (
            <li key={i} className="text-errored">
              {noteWords(note)}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

function unplacedWords({ name, reason }: PlanDetail['forecast']['unplaced'][number]): string {
  switch (reason.code) {
    case 'labels':
      return `${name} can’t be placed: no agent has ${formatList(reason.missing)}`
    case 'profile':
      return `${name} can’t be placed: no agent has its profile`
    case 'pool':
      return `${name} can’t be placed: its pool has no agent`
    case 'noAgents':
      return `${name} can’t be placed: there is no agent`
  }
}

function barsInWords({ forecast: { agents, bars } }: PlanDetail): string {
  return agents
    .flatMap(({ id, name }) => {
      const own = bars.filter(({ agentId }) => agentId === id)
      return own.length > 0 ? [`${name}: ${formatList(own.map((bar) => `${bar.name} for ${aboutWords(bar.toMs - bar.fromMs)}`))}`] : []
    })
    .join('; ')
}

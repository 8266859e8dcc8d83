import { collectDefaultMetrics, Counter, Gauge, Histogram, type OpenMetricsContentType, Registry } from 'prom-client'

/** What this process counts, in the OpenMetrics text format. Every server process has its own; a collector adds them up. */
export const metrics = new Registry<OpenMetricsContentType>()
metrics.setContentType(Registry.OPENMETRICS_CONTENT_TYPE)
collectDefaultMetrics({ register: metrics })

const registers = [metrics]

export const requests = new Histogram({
  name: 'bobbin_http_request_seconds',
  help: 'Time from a request to the end of its answer',
  labelNames: ['method', 'route', 'status'],
  buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30, 100],
  registers,
})

export const deliveries = new Counter({
  name: 'bobbin_deliveries',
  help: 'Deliveries that were taken to their end, by how they came',
  labelNames: ['source'],
  registers,
})

export const results = new Counter({
  name: 'bobbin_results',
  help: 'Tries at tests that were stored, by how they came',
  labelNames: ['source'],
  registers,
})

export const refusedFiles = new Counter({ name: 'bobbin_refused_files', help: 'Delivered files that could not be read', registers })

export const storing = new Histogram({
  name: 'bobbin_store_seconds',
  help: 'Time to store a file or a live batch, from its last byte to its commit',
  labelNames: ['source'],
  buckets: [0.01, 0.03, 0.1, 0.3, 1, 3, 10, 30, 100],
  registers,
})

const gauge = (name: string, help: string) => new Gauge({ name, help: `${help}, in the whole database`, registers })

export const openFeeds = gauge('bobbin_open_feeds', 'Feeds of live runs that are open')
export const liveRuns = gauge('bobbin_live_runs', 'Runs that are live')
export const waitingDeliveries = gauge('bobbin_waiting_deliveries', 'Deliveries that are stored and not read yet')
export const failedDeliveries = gauge('bobbin_failed_deliveries', 'Deliveries that could not be read and wait for a person')
export const failingSources = gauge('bobbin_failing_sources', 'Sources whose last look failed')

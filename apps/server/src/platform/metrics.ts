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

export const openFeeds = new Gauge({
  name: 'bobbin_open_feeds',
  help: 'Feeds of live runs that are open, in the whole database',
  registers,
})
export const liveRuns = new Gauge({ name: 'bobbin_live_runs', help: 'Runs that are live, in the whole database', registers })

export type * from './api.generated.js'
export { ApiClient, ApiError, UnreachableError, type ApiClientOptions } from './http.js'
export { deliver, type DeliveryTarget, type OutgoingFile } from './deliver.js'

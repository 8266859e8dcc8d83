export type * from './contract.js'
export { ApiClient, ApiError, UnreachableError, type ApiClientOptions } from './http.js'
export { deliver, type DeliveryTarget, type OutgoingFile } from './deliver.js'

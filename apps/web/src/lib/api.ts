import { ApiClient } from '@bobbin/client'

/** The API of the server that served this page. */
export const api = new ApiClient({ baseUrl: '' })

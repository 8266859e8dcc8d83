export interface ProblemDetails {
  type: string
  title: string
  status: number
  code: string
  detail: string
}

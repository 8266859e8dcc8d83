import { applyDecorators, Header } from '@nestjs/common'

/** Whatever somebody delivered can neither run as script in Bobbin's origin nor be taken for another type. */
export const Sandboxed = () =>
  applyDecorators(
    Header('content-security-policy', "sandbox; default-src 'none'; style-src 'unsafe-inline'; img-src 'self' data:; media-src 'self'"),
    Header('x-content-type-options', 'nosniff'),
    // for as long as somebody looks at it, not for whoever sits down there next year
    Header('cache-control', 'private, max-age=3600, immutable'),
  )

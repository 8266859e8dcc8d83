import type { LiveFaultDto, LiveResultDto } from '@bobbin/client'
import { expectTypeOf, it } from 'vitest'
import type { LiveFault, LiveResult } from './live-result.js'

/** The package needs nothing, so its shapes are written out in it; the compiler holds them to those of the API. */
it('what reporters send is what the API takes, field by field', () => {
  expectTypeOf<LiveResult>().toExtend<LiveResultDto>()
  expectTypeOf<LiveFault>().toExtend<LiveFaultDto>()
  expectTypeOf<keyof LiveResult>().toEqualTypeOf<keyof LiveResultDto>()
  expectTypeOf<keyof LiveFault>().toEqualTypeOf<keyof LiveFaultDto>()
})

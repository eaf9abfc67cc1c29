import * as z from 'zod'
import { SITUATIONS } from '@/core/diagnosis'
import { MEASURED } from '@/formats/scpi'
import { atTheMachine } from '@/server/door'
import { answer, LIMITS, problem, readBody } from '@/server/http'
import {
  askBoard,
  confirm,
  connectMeter,
  disconnectMeter,
  isConfirmed,
  meterNow,
  placeProbes,
  resolveMeter,
  simulateMeter,
  takeReading,
} from '@/server/instruments'
import { planOf } from '@/server/planOf'
import { route } from '@/server/route'

const terminal = z
  .string()
  .max(200, { error: 'must be 200 characters or fewer' })
  .regex(/^[^\n\r"]+$/, { error: 'must name a terminal' })

const held = z
  .strictObject({ device: terminal, actuator: terminal, position: terminal }, { error: 'must say what is held where' })
  .nullable()

const meterRequest = z.discriminatedUnion('do', [
  z.strictObject({
    do: z.literal('connect'),
    host: z
      .string()
      .max(253, { error: 'must be 253 characters or fewer' })
      .regex(/^[A-Za-z0-9.:[\]-]+$/, { error: 'must be a name or address such as 192.168.1.20' }),
    port: z
      .number({ error: 'must be a number' })
      .int({ error: 'must be a whole number' })
      .min(1, { error: 'must be 1 or more' })
      .max(65535, { error: 'must be 65535 or less' }),
    /** The address that was shown, once somebody said that this is the meter. */
    confirmed: z.string().max(60).optional(),
  }),
  z.strictObject({
    do: z.literal('simulate'),
    plan: z.string().max(80, { error: 'must be the id of a plan' }),
    fault: z.string().max(400).nullable(),
  }),
  z.strictObject({ do: z.literal('place'), red: terminal, black: terminal, situation: z.enum(SITUATIONS), held }),
  z.strictObject({ do: z.literal('measure'), what: z.enum(MEASURED) }),
  z.strictObject({
    do: z.literal('board'),
    device: terminal,
    line: z.string().regex(/^(list|set [\w+.-]{1,40} (on|off)|get [\w+.-]{1,40})$/, {
      error: 'must be list, set NAME on or off, or get NAME',
    }),
  }),
  z.strictObject({ do: z.literal('disconnect') }),
])

/** A bench meter on the line, or its stand-in: connected, asked, and let go. */
export const { GET, POST, PUT, PATCH, DELETE } = route({
  GET: () => answer({ meter: meterNow() }),
  async POST(request) {
    const body = await readBody(request, LIMITS.small, meterRequest)
    if (body.kind === 'refused') return body.response
    const wish = body.value
    try {
      switch (wish.do) {
        case 'connect': {
          // Over the phone's door no address is named: what was connected at the machine is read.
          const stranger = atTheMachine(request)
          if (stranger) return stranger
          const at = await resolveMeter(wish.host, wish.port)
          if (wish.confirmed === at.address) confirm(at)
          if (!isConfirmed(at))
            return answer(
              {
                error: {
                  message: `Is the meter at ${at.address}, port ${at.port}? Say so once, then it is connected`,
                  issues: [],
                },
                confirm: at,
              },
              409,
            )
          return answer({ meter: await connectMeter(at.address, at.port) })
        }
        case 'simulate': {
          // A meter that somebody put on the line at the machine stays on it.
          const stranger = meterNow()?.isSimulated === false ? atTheMachine(request) : null
          if (stranger) return stranger
          const found = await planOf(wish.plan)
          if (found.kind === 'refused') return found.response
          return answer({ meter: await simulateMeter(found.stored.plan, wish.fault) })
        }
        case 'place':
          await placeProbes(wish.red, wish.black, wish.situation, wish.held)
          return answer({ placed: true })
        case 'measure': {
          const value = await takeReading(wish.what)
          // JSON knows no infinity: beyond the range is null.
          return answer({ value: Number.isFinite(value) ? value : null })
        }
        case 'board':
          return answer({ said: await askBoard(wish.device, wish.line) })
        case 'disconnect': {
          const stranger = meterNow()?.isSimulated === false ? atTheMachine(request) : null
          if (stranger) return stranger
          disconnectMeter()
          return answer({ meter: null })
        }
      }
    } catch (error) {
      return problem(503, error instanceof Error ? error.message : String(error))
    }
  },
})

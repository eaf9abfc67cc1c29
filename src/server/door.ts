import { problem } from './http'

/** What came through the door of the phones says so, whatever it said itself. */
export const DOOR_HEADER = 'x-glad-rafter-door'

/** A refusal for whoever came in by the door, by whatever spelling of the address; null for who sits at the machine. */
export function atTheMachine(request: Request): Response | null {
  return request.headers.has(DOOR_HEADER) ? problem(403, 'This is done at the machine itself') : null
}

/** Branded ids: prefixed with their kind, so that a log line explains itself and mixing two kinds does not compile. */
import * as z from 'zod'

declare const brand: unique symbol
export type Id<K extends string> = string & { readonly [brand]: K }

export type EnclosureId = Id<'enclosure'>
export type FaceId = Id<'face'>
export type PartId = Id<'part'>
export type DeviceId = Id<'device'>
export type WireId = Id<'wire'>
export type CableId = Id<'cable'>
export type RacewayId = Id<'raceway'>
export type StateId = Id<'state'>
export type RoleId = Id<'role'>
/** Local to a part: the key of a terminal, link, draw, setting or socket. */
export type TerminalId = Id<'terminal'>

const id = <K extends string>(kind: K) =>
  z
    .string()
    .regex(new RegExp(`^${kind}:[A-Za-z0-9_.-]{1,64}$`), {
      error: `must read "${kind}:" and then letters, digits, dots, dashes or underscores`,
    })
    .transform((text) => text as Id<K>)

export const enclosureId = id('enclosure')
export const faceId = id('face')
export const partId = id('part')
export const deviceId = id('device')
export const wireId = id('wire')
export const cableId = id('cable')
export const racewayId = id('raceway')
export const stateId = id('state')
export const roleId = id('role')

const LOCAL_KEY = /^[A-Za-z0-9+-][A-Za-z0-9+\-.]{0,39}$/
const KEY_ERROR = 'must be up to 40 letters, digits, plus, minus or dots'
/** Every object answers to these without having them: a load named "constructor" would be found where none was given. */
const isOwnWord = (text: string) => !(text in Object.prototype)
const OWN_WORD_ERROR = 'is a word that programs keep for themselves; take another'
export const localKey = z.string().regex(LOCAL_KEY, { error: KEY_ERROR }).refine(isOwnWord, { error: OWN_WORD_ERROR })
export const terminalId = localKey.transform((text) => text as TerminalId)

import { lookup } from 'node:dns/promises'
import { BlockList, isIP } from 'node:net'

/** Addresses at which no instrument is: of no host, of all hosts, of groups. IPv4: RFC 1122, 3.2.1.3, and RFC 5771; IPv6: RFC 4291, 2.5.2 and 2.7. */
const NOBODYS = new BlockList()
NOBODYS.addSubnet('0.0.0.0', 8, 'ipv4')
NOBODYS.addSubnet('224.0.0.0', 3, 'ipv4')
NOBODYS.addAddress('::', 'ipv6')
NOBODYS.addSubnet('ff00::', 8, 'ipv6')

export interface MeterAddress {
  /** As it is connected to, however it was spelt. */
  readonly address: string
  readonly port: number
}

/** Where a name or spelling of an address truly leads. Throws in words where it leads to no instrument. */
export async function resolveMeter(host: string, port: number): Promise<MeterAddress> {
  let address: string
  try {
    ;({ address } = await lookup(host.replace(/^\[|\]$/g, '')))
  } catch {
    throw new Error(`Nothing is known by the name ${host}`)
  }
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1]
  const plain = mapped ?? address
  if (NOBODYS.check(plain, isIP(plain) === 6 ? 'ipv6' : 'ipv4'))
    throw new Error(`${host} is ${plain === host ? '' : `${plain}, `}no address of an instrument`)
  return { address: plain, port }
}

const shared = globalThis as typeof globalThis & { gladRafterMeterAddresses?: Set<string> }
const confirmed = (shared.gladRafterMeterAddresses ??= new Set())
const keyOf = ({ address, port }: MeterAddress) => `${address} ${port}`

/** A person has said once that this is the meter. */
export const isConfirmed = (at: MeterAddress): boolean => confirmed.has(keyOf(at))
export const confirm = (at: MeterAddress): void => void confirmed.add(keyOf(at))

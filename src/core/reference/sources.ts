/**
 * Where the rules and tables come from. Standards are not free to copy, and these rows were typed from memory:
 * `standing` says so, and every citation carries it to the reader.
 */
export interface SourceRef {
  readonly document: string
  readonly edition?: string
  readonly clause?: string
  readonly standing: 'from memory' | 'definition' | 'common practice'
}

export function cite(source: SourceRef): string {
  if (source.standing === 'common practice')
    return source.clause ? `common practice (${source.clause})` : 'common practice'
  const name = [source.edition ? `${source.document}:${source.edition}` : source.document, source.clause]
    .filter(Boolean)
    .join(', ')
  return source.standing === 'from memory' ? `${name} (from memory)` : name
}

const remembered = (document: string, edition: string | undefined, clause: string): SourceRef => ({
  document,
  edition,
  clause,
  standing: 'from memory',
})
const practice = (clause?: string): SourceRef => ({ document: 'common practice', clause, standing: 'common practice' })

export const SOURCES = {
  astmB258: { document: 'ASTM B258', clause: 'gauge series', standing: 'definition' },
  annealedCopper: remembered('IEC 60028', undefined, 'annealed copper, 1/58 Ω·mm²/m and 0.00393 per K at 20 °C'),
  iec60228: remembered('IEC 60228', '2004', 'table 3, class 5'),
  iec60204Ampacity: remembered('IEC 60204-1', '2016', 'table 6'),
  iec60204Electronics: remembered('IEC 60204-1', '2016', 'table 6, electronics (pairs)'),
  iec60204Ambient: remembered('IEC 60204-1', '2016', 'table D.1'),
  iec60204Grouping: remembered('IEC 60204-1', '2016', 'table D.2'),
  iec60364HotAmbient: remembered('IEC 60364-5-52', '2009', 'table B.52.14'),
  iec60364Grouping: remembered('IEC 60364-5-52', '2009', 'table B.52.17'),
  iec60204Earth: remembered('IEC 60204-1', '2016', '5.2, table 1'),
  iec60204Bonding: remembered('IEC 60204-1', '2016', '8.2.3'),
  iec60204Colour: remembered('IEC 60204-1', '2016', '13.2'),
  iec60204Terminals: remembered('IEC 60204-1', '2016', '13.1.1'),
  iec60204Supply: remembered('IEC 60204-1', '2016', '5.3'),
  iec60204Insulation: remembered('IEC 60204-1', '2016', '13.1.3'),
  iec60364Overload: remembered('IEC 60364-4-43', '2008', '433.1'),
  iec60364Omitted: remembered('IEC 60364-4-43', '2008', '433.3.1'),
  iec60364Parallel: remembered('IEC 60364-4-43', '2008', '433.4'),
  iec60364Position: remembered('IEC 60364-4-43', '2008', '433.2'),
  necAmpacity: remembered('NEC', '2023', 'table 310.16'),
  necAmbient: remembered('NEC', '2023', 'table 310.15(B)(1)(1)'),
  necGrouping: remembered('NEC', '2023', 'table 310.15(C)(1)'),
  necTerminal: remembered('NEC', '2023', '110.14(C)'),
  necSmallConductor: remembered('NEC', '2023', '240.4(D)'),
  necEarth: remembered('NEC', '2023', 'table 250.122'),
  necColour: remembered('NEC', '2023', '250.119'),
  necContinuous: remembered('NEC', '2023', '210.20(A)'),
  nfpa79Ampacity: remembered('NFPA 79', '2021', 'table 12.5.1'),
  nfpa79Ambient: remembered('NFPA 79', '2021', 'table 12.5.5(a)'),
  nfpa79Grouping: remembered('NFPA 79', '2021', 'table 12.5.5(b)'),
  iec60127: remembered('IEC 60127', undefined, 'series of rated currents and time–current limits'),
  ul248: remembered('UL 248-14', undefined, 'series of rated currents'),
  iso8820: remembered('ISO 8820-3', undefined, 'blade fuses, 32 V DC'),
  iec60898: remembered('IEC 60898-1', undefined, 'conventional tripping current 1.45 × rating'),
  ul489: remembered('UL 489', undefined, '135 % within the hour'),
  en60934: remembered('EN 60934', undefined, 'circuit-breakers for equipment, 1.4 × rating within the hour'),
  iec60364Damage: remembered('IEC 60364-4-43', '2008', '434.5.2 and table 43A'),
  iec60364Breaking: remembered('IEC 60364-4-43', '2008', '434.5.1'),
  iec60204Stop: remembered('IEC 60204-1', '2016', '9.2'),
  iec60204Flexible: remembered('IEC 60204-1', '2016', '12.2 and 12.8'),
  iec60204Cords: remembered('IEC 60204-1', '2016', '13.4.2 and 13.4.3'),
  necChapter9: remembered('NEC', '2023', 'chapter 9, table 1 and note 4'),
  iec60364EarthAlone: remembered('IEC 60364-5-54', '2011', '543.1.3'),
  iec60204Failure: remembered('IEC 60204-1', '2016', '9.3 and 9.4'),
  iec60204EmergencyStop: remembered('IEC 60204-1', '2016', '10.7'),
  iec60204Restart: remembered('IEC 60204-1', '2016', '7.5'),
  iec60364Disconnect: remembered('IEC 60364-4-41', '2005', '411.3.2, 411.4.4 and 411.5.3'),
  iec60755Types: remembered('IEC 60755 and IEC 62423', undefined, 'types AC, A, F and B'),
  iec60364Residual: remembered('IEC 60364-4-41', '2005', '411.3.3'),
  ul1077: remembered('UL 1077', undefined, 'supplementary protectors'),
  iec60890: remembered('IEC 60890', undefined, 'effective cooling surface'),
  ul486a: remembered('UL 486A-486B', undefined, 'pull-out of copper conductors'),
  iec60352: remembered('IEC 60352-2', undefined, 'table 1, crimped connections'),
  iec60999: remembered('IEC 60999-1', undefined, 'pull test of clamping units'),
  din46228: remembered('DIN 46228-4', undefined, 'insulated ferrules'),
  din40430: remembered('DIN 40430', undefined, 'steel conduit (PG) threads'),
  en60423: remembered('EN 60423', undefined, 'metric conduit threads'),
  eia310: remembered('EIA-310', undefined, 'rack unit 1.75 in, panel 482.6 mm'),
  iec60715: remembered('IEC 60715', undefined, 'TH 35 rail'),
  iso4032: remembered('ISO 4032', undefined, 'hexagon nuts'),
  iec60529: remembered('IEC 60529', undefined, 'degrees of protection'),
  iec60204Direct: remembered('IEC 60204-1', '2016', '6.2'),
  magnus: remembered('WMO guide to instruments', undefined, 'Magnus formula of saturation vapour pressure'),
  practice: practice(),
} as const satisfies Record<string, SourceRef>

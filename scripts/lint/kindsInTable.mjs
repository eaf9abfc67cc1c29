import { readFileSync } from 'node:fs'

/**
 * What is true of a kind of part stands in one table that the compiler holds complete. A list of kinds anywhere else is a
 * second one, and a new kind would be missing from it without a word.
 */
const table = readFileSync(new URL('../../src/core/plan/partKinds.ts', import.meta.url), 'utf8')
const KINDS = new Set(
  [...table.slice(table.indexOf('export const PART_KINDS')).matchAll(/^  '?([a-z-]+)'?: \{/gm)].map(([, kind]) => kind),
)
/** Two may be one thing in two makes. */
const A_LIST = 3

const literal = (node) => (node?.type === 'Literal' && typeof node.value === 'string' ? node.value : null)

/** @type {import('eslint').Rule.RuleModule} */
export const kindsInTable = {
  meta: {
    type: 'problem',
    messages: {
      list: 'This lists kinds of parts beside the table of them. Say what is true of these kinds in PART_KINDS (src/core/plan/partKinds.ts), and ask there.',
    },
    schema: [],
  },
  create: (context) => ({
    ArrayExpression(node) {
      const kinds = node.elements.map(literal)
      if (kinds.length >= A_LIST && kinds.every((kind) => KINDS.has(kind))) context.report({ node, messageId: 'list' })
    },
  }),
}

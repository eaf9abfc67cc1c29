import { kindsInTable } from './kindsInTable.mjs'

/**
 * A walk is a loop that goes on with what it finds: it reads a collection that its own body fills, or runs until nothing
 * grows any more. Over a plan’s circuit it is a question to `model/reach`, which passes change-overs rightly and is tried
 * against exhaustive search; a walk of its own would not be.
 */
const GROWS = new Set(['add', 'push', 'set', 'unshift'])
const TAKES = new Set(['pop', 'shift'])
/** All nodes below one, itself first. */
function* below(node, visitorKeys) {
  yield node
  for (const key of visitorKeys[node.type] ?? [])
    for (const child of [node[key]].flat()) if (child?.type) yield* below(child, visitorKeys)
}

const nameOf = (node) => {
  if (node?.type === 'Identifier') return node.name
  // "of [...seen]", "of seen.keys()", "of edges.get(at) ?? []": what is read is that collection.
  if (node?.type === 'CallExpression')
    return node.callee.type === 'MemberExpression' ? nameOf(node.callee.object) : null
  if (node?.type === 'TSAsExpression' || node?.type === 'TSNonNullExpression') return nameOf(node.expression)
  if (node?.type === 'LogicalExpression') return nameOf(node.left)
  if (node?.type === 'ArrayExpression' && node.elements[0]?.type === 'SpreadElement')
    return nameOf(node.elements[0].argument)
  if (node?.type === 'MemberExpression' && node.property.type === 'Identifier')
    return `${nameOf(node.object)}.${node.property.name}`
  return null
}

/** Collections that the loop reads on: what it iterates, takes from, or counts through. */
function readOn(loop, nodes, visitorKeys) {
  if (loop.type === 'ForOfStatement') return new Set([nameOf(loop.right) ?? ''])
  const names = new Set()
  for (const node of nodes) {
    const isTaken =
      node.type === 'CallExpression' && node.callee.type === 'MemberExpression' && TAKES.has(node.callee.property.name)
    if (isTaken) names.add(nameOf(node.callee.object))
  }
  // Counted through to an end that the body moves.
  if (loop.test)
    for (const node of below(loop.test, visitorKeys))
      if (node.type === 'MemberExpression' && node.property.name === 'length') names.add(nameOf(node.object))
  return names
}

const isGrowth = (node) =>
  node.type === 'CallExpression' && node.callee.type === 'MemberExpression' && GROWS.has(node.callee.property.name)

/** "circuits.set(id, …)" under "for (const [id] of circuits)": another value for what is there is nothing new. */
function isReplaced({ left }, { arguments: [first] }, visitorKeys) {
  if (!left || first?.type !== 'Identifier') return false
  return [...below(left, visitorKeys)].some((node) => node.type === 'Identifier' && node.name === first.name)
}

/** "while (isGrown)", "for (let isGrown = true; isGrown;)": until nothing is found any more. */
const runsUntilStill = ({ type, test }, nodes) =>
  type !== 'ForOfStatement' &&
  test?.type === 'Identifier' &&
  nodes.some(
    (node) => node.type === 'AssignmentExpression' && nameOf(node.left) === test.name && node.right.value === true,
  )

export const oneWalk = {
  meta: {
    type: 'problem',
    docs: { description: 'what is joined to what is asked of model/reach' },
    messages: {
      walk: 'This loop walks from joint to joint by itself: ask `reach` or `reachedFrom` of core/model, which pass change-overs one way or the other.',
    },
    schema: [],
  },
  create(context) {
    const { visitorKeys } = context.sourceCode
    const look = (loop) => {
      const nodes = [...below(loop, visitorKeys)]
      const names = readOn(loop, nodes, visitorKeys)
      const isFed = nodes.some(
        (node) => isGrowth(node) && names.has(nameOf(node.callee.object)) && !isReplaced(loop, node, visitorKeys),
      )
      if (isFed || (runsUntilStill(loop, nodes) && nodes.some(isGrowth)))
        context.report({ node: loop, messageId: 'walk' })
    }
    return {
      ForStatement: look,
      ForOfStatement: look,
      WhileStatement: look,
      DoWhileStatement: look,
    }
  },
}

export default { rules: { 'one-walk': oneWalk, 'kinds-in-table': kindsInTable } }

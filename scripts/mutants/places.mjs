/** Where small mistakes fit in the laws, in what is done of a circuit, and in the walk that all of them stand on. */
import { readdirSync, readFileSync } from 'node:fs'
import { basename, join, relative } from 'node:path'
import ts from 'typescript'
import { root } from '../install.mjs'

/** The files that are altered, and the quick tests that know them best. */
export const GROUNDS = [
  { folder: 'src/core/laws', tests: ['src/core/findings/rules.test.ts'] },
  { folder: 'src/core/findings/rules', tests: ['src/core/findings/rules.test.ts'] },
  { folder: 'src/core/behaviour', tests: ['src/core/behaviour'] },
  { folder: 'src/core/model/reach', tests: ['src/core/model'] },
]

const filesOf = (folder) =>
  readdirSync(join(root, folder), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name.endsWith('.ts') && !entry.name.endsWith('.test.ts'))
    .map((entry) => relative(root, join(entry.parentPath, entry.name)))
    .filter((file) => basename(file) !== 'index.ts')
    .sort()

const SWAPS = {
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '===': '!==',
  '!==': '===',
  '&&': '||',
  '||': '&&',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
}
const CALLS = { some: 'every', every: 'some', max: 'min', min: 'max', flatMap: null, filter: null }

/** Words are read by people, not by tests: what only makes a sentence is left alone. */
const isWording = (node) => {
  for (let at = node; at; at = at.parent) {
    if (ts.isTemplateExpression(at) || ts.isImportDeclaration(at) || ts.isTypeNode(at)) return true
    if (
      ts.isPropertyAssignment(at) &&
      ['word', 'what', 'why', 'words', 'title', 'label', 'harm'].includes(at.name.getText())
    )
      return true
    if (ts.isFunctionDeclaration(at) && /Words$|^explain|Step$|Steps$/.test(at.name?.text ?? '')) return true
  }
  return false
}

/** Figures with a unit are worked out: none is ever exactly at a limit, and "under" for "at most" is no mistake among them. */
const isFigure = (node) => /_(V|A|W|s|ms|mm|mm2|C|K|Hz|Nm|kg|g|ohm|pct)\b/.test(node.getText())
const TURNED = { '<': '>', '<=': '>', '>': '<', '>=': '<' }

/** A comparator says which of two is first: how far apart they are says nothing. */
const isOfOrder = (node) => {
  for (let at = node; at; at = at.parent)
    if (ts.isCallExpression(at) && /\.(sort|toSorted)$/.test(at.expression.getText())) return true
  return false
}

/** Every place of a file where a small mistake fits, with the text that goes there. */
function placesIn(file) {
  const text = readFileSync(join(root, file), 'utf8')
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
  const places = []
  const put = (node, start, end, by, what) => {
    if (!isWording(node)) places.push({ file, start, end, by, what })
  }
  const visit = (node) => {
    if (ts.isBinaryExpression(node)) {
      const { operatorToken } = node
      const operator = operatorToken.getText()
      const isMeasured = TURNED[operator] && (isFigure(node.left) || isFigure(node.right))
      const by = isMeasured ? TURNED[operator] : SWAPS[operator]
      if (by) put(node, operatorToken.getStart(), operatorToken.end, by, `${operator} to ${by}`)
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      put(node, node.getStart(), node.operand.getStart(), '', 'a "not" gone')
    if (node.kind === ts.SyntaxKind.TrueKeyword && !ts.isLiteralTypeNode(node.parent))
      put(node, node.getStart(), node.end, 'false', 'true to false')
    if (node.kind === ts.SyntaxKind.FalseKeyword && !ts.isLiteralTypeNode(node.parent))
      put(node, node.getStart(), node.end, 'true', 'false to true')
    if (ts.isNumericLiteral(node) && !isOfOrder(node)) {
      const value = Number(node.text)
      const by = value === 0 ? '1' : value === 1 ? '2' : String(value * 2)
      put(node, node.getStart(), node.end, by, `${node.text} to ${by}`)
    }
    if (ts.isIfStatement(node))
      put(node, node.expression.getStart(), node.expression.end, `!(${node.expression.getText()})`, 'an "if" turned')
    if (ts.isConditionalExpression(node))
      put(
        node,
        node.getStart(),
        node.end,
        `${node.condition.getText()} ? ${node.whenFalse.getText()} : ${node.whenTrue.getText()}`,
        'a choice turned',
      )
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression)) {
      const { name, expression } = node.expression
      const by = CALLS[name.text]
      if (by) put(node, name.getStart(), name.end, by, `${name.text} to ${by}`)
      // What is chosen from is taken whole, what is made of it is nothing.
      if (name.text === 'filter' && node.arguments.length === 1)
        put(node, node.getStart(), node.end, expression.getText(), 'a filter gone')
      if (name.text === 'flatMap') put(node, node.getStart(), node.end, '[]', 'a list empty')
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  return places
}

/** So many of all places, drawn; the same for the same seed everywhere (a linear congruence, Numerical Recipes). */
export function drawPlaces(count, seed) {
  let state = seed >>> 0
  const draw = (below) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
  const all = GROUNDS.flatMap(({ folder }) => filesOf(folder).flatMap(placesIn))
  const of = all.length
  const chosen = []
  while (chosen.length < Math.min(count, of)) chosen.push(all.splice(draw(all.length), 1)[0])
  return { chosen, of }
}

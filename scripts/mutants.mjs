/**
 * `npm run mutants [count] [seed]`: small mistakes are put into the laws, what is done of a circuit, and the walk that all
 * of them stand on, one at a time, and the tests are asked whether they see it. Prints each that lived, and the share that
 * was killed. Takes half an hour or more; no part of `npm test`.
 */
import { spawn } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join, relative } from 'node:path'
import ts from 'typescript'
import { ensureInstalled, root } from './install.mjs'

ensureInstalled()
const count = Number(process.argv[2] ?? 200)
const seed = Number(process.argv[3] ?? 1)
const LANES = 2
/** Whatever takes longer than so many times the usual has come into a circle, which is seen. */
const MOST_ms = 400_000

/** The files that are altered, and the tests that are asked first: quick ones that know the file best. */
const GROUNDS = [
  { folder: 'src/core/findings/rules', tests: ['src/core/findings/rules.test.ts'], isByRule: true },
  { folder: 'src/core/behaviour', tests: ['src/core/behaviour'], isByRule: false },
  { folder: 'src/core/model/reach', tests: ['src/core/model'], isByRule: false },
]
/** What is asked where those see nothing, one after another. */
const MORE = [
  ['tests/unit/builds.test.ts'],
  ['src/core/findings', 'tests/unit/metamorphic.test.ts', 'src/core/model', 'src/core/behaviour', 'src/core/figures'],
]

/** A sequence that is the same for everyone (a linear congruence, Numerical Recipes). */
let state = seed >>> 0
const draw = (below) => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0
  return Math.floor((state / 2 ** 32) * below)
}

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
      if (SWAPS[operator])
        put(node, operatorToken.getStart(), operatorToken.end, SWAPS[operator], `${operator} to ${SWAPS[operator]}`)
    }
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      put(node, node.getStart(), node.operand.getStart(), '', 'a "not" gone')
    if (node.kind === ts.SyntaxKind.TrueKeyword && !ts.isLiteralTypeNode(node.parent))
      put(node, node.getStart(), node.end, 'false', 'true to false')
    if (node.kind === ts.SyntaxKind.FalseKeyword && !ts.isLiteralTypeNode(node.parent))
      put(node, node.getStart(), node.end, 'true', 'false to true')
    if (ts.isNumericLiteral(node)) {
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

const folder = mkdtempSync(join(tmpdir(), 'mutants-'))

/** Runs tests with one place altered; whether one of them failed. */
function fails(mutant, tests, name, lane) {
  const at = join(folder, `mutant-${lane}.json`)
  writeFileSync(at, JSON.stringify(mutant))
  const child = spawn(
    process.execPath,
    [
      'node_modules/vitest/vitest.mjs',
      'run',
      ...tests,
      ...(name ? ['-t', name] : []),
      '--config',
      'scripts/mutants.config.mjs',
      '--bail',
      '1',
      '--reporter',
      'dot',
    ],
    { cwd: root, env: { ...process.env, MUTANT: at }, stdio: 'ignore' },
  )
  return new Promise((done) => {
    const timer = setTimeout(() => child.kill('SIGKILL'), MOST_ms)
    child.on('exit', (code) => {
      clearTimeout(timer)
      done(code !== 0)
    })
  })
}

const ruleOf = (file) => basename(file, '.ts').replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)
const isRule = (file) => readFileSync(join(root, file), 'utf8').match(/define(Joining|Laying)?Rule[<(]/) !== null

async function isKilled(mutant, lane) {
  const ground = GROUNDS.find((each) => mutant.file.startsWith(each.folder))
  const name = ground.isByRule && isRule(mutant.file) ? `^${ruleOf(mutant.file)} ` : null
  if ((!ground.isByRule || name) && (await fails(mutant, ground.tests, name, lane))) return true
  for (const tests of MORE) if (await fails(mutant, tests, null, lane)) return true
  return false
}

const all = GROUNDS.flatMap(({ folder: own }) => filesOf(own).flatMap(placesIn))
const chosen = []
while (chosen.length < Math.min(count, all.length)) chosen.push(all.splice(draw(all.length), 1)[0])
console.log(`${chosen.length} of ${all.length + chosen.length} places, seed ${seed}`)

let next = 0
let killed = 0
let judged = 0
await Promise.all(
  Array.from({ length: LANES }, async (_, lane) => {
    while (next < chosen.length) {
      const mutant = chosen[next++]
      const line = readFileSync(join(root, mutant.file), 'utf8').slice(0, mutant.start).split('\n').length
      const isSeen = await isKilled(mutant, lane)
      if (isSeen) killed += 1
      judged += 1
      if (!isSeen || judged % 10 === 0)
        console.log(`  ${killed} of ${judged} killed${isSeen ? '' : `; lived: ${mutant.file}:${line}, ${mutant.what}`}`)
    }
  }),
)
console.log(`killed ${killed} of ${chosen.length}, ${((100 * killed) / chosen.length).toFixed(1)} %`)
process.exit(killed >= 0.9 * chosen.length ? 0 : 1)

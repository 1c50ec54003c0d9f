// Prints every sentence that the interface says, as JSON: what words/<language>.json must translate.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'

const SAYING = { t: [0], plural: [1, 2], pieces: [0] }
const found = new Set()

function take(node) {
  if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) found.add(node.text)
  else if (ts.isConditionalExpression(node)) [node.whenTrue, node.whenFalse].forEach(take)
  else if (ts.isBinaryExpression(node)) [node.left, node.right].forEach(take)
  else if (ts.isParenthesizedExpression(node) || ts.isJsxExpression(node)) take(node.expression)
}

function visit(node) {
  if (ts.isCallExpression(node) && ts.isIdentifier(node.expression)) {
    for (const n of SAYING[node.expression.text] ?? []) {
      if (node.arguments[n]) take(node.arguments[n])
    }
  }
  if (ts.isJsxAttribute(node) && node.name.text === 'say' && node.initializer)
    take(node.initializer)
  ts.forEachChild(node, visit)
}

for (const file of readdirSync('src', { recursive: true })) {
  if (!/\.tsx?$/.test(file) || file.endsWith('.d.ts')) continue
  const text = readFileSync(join('src', file), 'utf8')
  visit(ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX))
}
console.log(JSON.stringify([...found].sort(), null, 1))

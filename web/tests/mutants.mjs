// Lists the small breaks of a TypeScript file that `make mutants` makes: where, and what stands there instead.
import { readFileSync } from 'node:fs'

import ts from 'typescript'

const file = process.argv[2]
const source = ts.createSourceFile(file, readFileSync(file, 'utf8'), ts.ScriptTarget.Latest, true)
const K = ts.SyntaxKind
const FLIPS = new Map([
    [K.PlusToken, '-'],
    [K.MinusToken, '+'],
    [K.AsteriskToken, '/'],
    [K.SlashToken, '*'],
    [K.LessThanToken, '>='],
    [K.GreaterThanToken, '<='],
    [K.LessThanEqualsToken, '<'],
    [K.GreaterThanEqualsToken, '>'],
    [K.EqualsEqualsEqualsToken, '!=='],
    [K.ExclamationEqualsEqualsToken, '==='],
    [K.AmpersandAmpersandToken, '||'],
    [K.BarBarToken, '&&'],
])
const found = []
const say = (node, text, rule) => {
    const start = node.getStart(source)
    const line = source.getLineAndCharacterOfPosition(start).line + 1
    found.push({ start, end: node.getEnd(), text, line, rule })
}

function visit(node) {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return
    if (ts.isBinaryExpression(node) && FLIPS.has(node.operatorToken.kind)) {
        // Words put together are no sum.
        const words = node.operatorToken.kind === K.PlusToken && /['"`]/.test(node.getText(source))
        if (!words) say(node.operatorToken, FLIPS.get(node.operatorToken.kind), 'operator')
    }
    if (ts.isNumericLiteral(node)) say(node, String(Number(node.text) + 1), 'number')
    if (node.kind === K.TrueKeyword) say(node, 'false', 'truth')
    if (node.kind === K.FalseKeyword) say(node, 'true', 'truth')
    if (ts.isPrefixUnaryExpression(node) && node.operator === K.ExclamationToken)
        say(node, node.operand.getText(source), 'not')
    if (ts.isConditionalExpression(node)) {
        const [yes, no] = [node.whenTrue.getText(source), node.whenFalse.getText(source)]
        if (yes !== no) say(node, `${node.condition.getText(source)} ? (${no}) : (${yes})`, 'choice')
    }
    if (
        ts.isExpressionStatement(node) &&
        (ts.isCallExpression(node.expression) || ts.isAwaitExpression(node.expression))
    )
        say(node, ';', 'gone')
    if (ts.isIfStatement(node)) say(node.expression, `!(${node.expression.getText(source)})`, 'if')
    ts.forEachChild(node, visit)
}
visit(source)
console.log(JSON.stringify(found))

import {
  NodeTypes,
  type RootNode,
  type SimpleExpressionNode,
  type TemplateChildNode,
} from '@vue/compiler-dom';
import { parse } from '@vue/compiler-sfc';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { templateWords } from './template';

/** Files of code in a folder, without tests. */
export function sources(folder: string): string[] {
  return readdirSync(folder, { recursive: true })
    .map((name) => join(folder, String(name)))
    .filter((name) => /\.(ts|vue)$/.test(name) && !/\.(test|testing|d)\.ts$/.test(name))
    .sort();
}

const isForms = (node: ts.Expression): node is ts.CallExpression =>
  ts.isCallExpression(node) && node.expression.getText() === 'forms' && node.arguments.length === 3;

const textOf = (node: ts.Expression): string => (ts.isStringLiteralLike(node) ? node.text : node.getText());

/** A message: its key, the expressions that fill it. */
export interface Said {
  key: string;
  values: string[];
}

/** The key of a tagged template, as `keyOf` makes it when it is said. */
function keyOf(template: ts.TemplateLiteral): string {
  if (ts.isNoSubstitutionTemplateLiteral(template)) return template.text.trim();
  let key = template.head.text;
  template.templateSpans.forEach(({ expression, literal }, i) => {
    const words = isForms(expression)
      ? `, plural, one {${textOf(expression.arguments[1])}} other {${textOf(expression.arguments[2])}}`
      : '';
    key += `{${i}${words}}${literal.text}`;
  });
  return key.trim();
}

/** Texts that are messages in a piece of TypeScript, with the expressions that fill them. */
function inCode(code: string): Said[] {
  const file = ts.createSourceFile('code.ts', code, ts.ScriptTarget.Latest, true);
  const found: Said[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isTaggedTemplateExpression(node) && node.tag.getText() === 'msg')
      found.push({
        key: keyOf(node.template),
        values: ts.isTemplateExpression(node.template)
          ? node.template.templateSpans.map((s) => s.expression.getText())
          : [],
      });
    ts.forEachChild(node, visit);
  };
  visit(file);
  return found;
}

function inTemplate(ast: RootNode): Said[] {
  templateWords(ast);
  const code: string[] = [];
  const visit = (node: TemplateChildNode): void => {
    if (node.type === NodeTypes.INTERPOLATION) code.push((node.content as SimpleExpressionNode).content);
    if (node.type !== NodeTypes.ELEMENT) return;
    for (const p of node.props)
      if (p.type === NodeTypes.DIRECTIVE && p.exp) code.push((p.exp as SimpleExpressionNode).content);
    node.children.forEach(visit);
  };
  ast.children.forEach(visit);
  return code.flatMap((c) => (c.includes('msg`') ? inCode(`(${c})`) : []));
}

/** Every message of a file, in its order. */
export function messagesIn(path: string): Said[] {
  const text = readFileSync(path, 'utf8');
  if (!path.endsWith('.vue')) return inCode(text);
  const { descriptor } = parse(text);
  return [
    ...(descriptor.scriptSetup ? inCode(descriptor.scriptSetup.content) : []),
    ...(descriptor.template?.ast ? inTemplate(descriptor.template.ast) : []),
  ];
}

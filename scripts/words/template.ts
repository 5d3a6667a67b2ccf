import {
  createSimpleExpression,
  NodeTypes,
  type InterpolationNode,
  type RootNode,
  type SimpleExpressionNode,
  type SourceLocation,
  type TemplateChildNode,
  type TextNode,
} from '@vue/compiler-dom';

/*
 * What stands in a page's template is said through `msg` like everything else: a text with the figures in it becomes one
 * message, so that nothing that a person reads there can be forgotten.
 */

/** Attributes that somebody reads or hears. */
export const READ_ATTRIBUTES = [
  'label',
  'aria-label',
  'title',
  'placeholder',
  'alt',
  'action',
  'x-name',
  'y-name',
];
const LETTERS = /\p{L}{2}/u;

/** A text as it stands between backticks. */
const quoted = (text: string): string => text.replace(/[\\`]/g, '\\$&').replace(/\$\{/g, '\\${');

/** Texts and figures that follow each other, as pieces of one message: a text, or the source of an expression. */
const sourceOf = (pieces: readonly (TextNode | InterpolationNode)[]): string =>
  `msg\`${pieces.map((p) => (p.type === NodeTypes.TEXT ? quoted(p.content) : `\${${(p.content as SimpleExpressionNode).content}}`)).join('')}\``;

const figure = (source: string, loc: SourceLocation): InterpolationNode => ({
  type: NodeTypes.INTERPOLATION,
  content: createSimpleExpression(source, false, loc),
  loc,
});

function told(children: readonly TemplateChildNode[]): TemplateChildNode[] {
  const out: TemplateChildNode[] = [];
  let run: (TextNode | InterpolationNode)[] = [];
  const end = (): void => {
    if (run.some((p) => p.type === NodeTypes.TEXT && LETTERS.test(p.content)))
      out.push(figure(sourceOf(run), run[0].loc));
    else out.push(...run);
    run = [];
  };
  for (const child of children) {
    if (child.type === NodeTypes.TEXT || child.type === NodeTypes.INTERPOLATION) run.push(child);
    else {
      end();
      visit(child);
      out.push(child);
    }
  }
  end();
  return out;
}

function visit(node: TemplateChildNode): void {
  if (node.type !== NodeTypes.ELEMENT) return;
  node.props = node.props.map((p) =>
    p.type === NodeTypes.ATTRIBUTE &&
    p.value &&
    READ_ATTRIBUTES.includes(p.name) &&
    LETTERS.test(p.value.content)
      ? {
          type: NodeTypes.DIRECTIVE,
          name: 'bind',
          rawName: `:${p.name}`,
          arg: createSimpleExpression(p.name, true, p.loc),
          exp: createSimpleExpression(`msg\`${quoted(p.value.content)}\``, false, p.loc),
          modifiers: [],
          loc: p.loc,
        }
      : p,
  );
  node.children = told(node.children);
}

/** Of Vue's compiler: makes messages of a template's texts and read attributes. */
export function templateWords(node: RootNode | TemplateChildNode): void {
  if (node.type === NodeTypes.ROOT) node.children = told(node.children);
}

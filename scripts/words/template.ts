import {
  createSimpleExpression,
  type ElementNode,
  ElementTypes,
  type InterpolationNode,
  Namespaces,
  NodeTypes,
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

/** Fields in a sentence: what closes the words behind one stays on its line. */
const FIELDS = [
  'QuantityField',
  'ChoiceField',
  'DateField',
  'ClockField',
  'CropField',
  'PriceField',
  'PipeWords',
];
const CLOSING = /^[.,;:)!?]+/;
const STRUCTURAL = ['if', 'else-if', 'else', 'for', 'slot'];

const isField = (node: TemplateChildNode): node is ElementNode =>
  node.type === NodeTypes.ELEMENT &&
  FIELDS.includes(node.tag) &&
  !node.props.some((p) => p.type === NodeTypes.DIRECTIVE && STRUCTURAL.includes(p.name));

/** A field with the bracket before it and the full stop, comma or bracket behind it, which no line parts. */
const kept = (field: ElementNode, children: TemplateChildNode[]): ElementNode => ({
  type: NodeTypes.ELEMENT,
  ns: Namespaces.HTML,
  tag: 'span',
  tagType: ElementTypes.ELEMENT,
  props: [
    {
      type: NodeTypes.ATTRIBUTE,
      name: 'class',
      nameLoc: field.loc,
      value: { type: NodeTypes.TEXT, content: 'kept', loc: field.loc },
      loc: field.loc,
    },
  ],
  children,
  codegenNode: undefined,
  loc: field.loc,
});
const isKept = (node: ElementNode): boolean =>
  node.props.some((p) => p.type === NodeTypes.ATTRIBUTE && p.name === 'class' && p.value?.content === 'kept');

/** Fields take the punctuation that follows them; white space that only parts lines of code goes from an element's end. */
function punctuated(children: readonly TemplateChildNode[], inElement: boolean): TemplateChildNode[] {
  const mark = (content: string, { loc }: TemplateChildNode): TextNode => ({
    type: NodeTypes.TEXT,
    content,
    loc,
  });
  const out: TemplateChildNode[] = [];
  children.forEach((child, i) => {
    const before = out.at(-1);
    if (isField(child) && before?.type === NodeTypes.TEXT && before.content.endsWith('(')) {
      const rest = before.content.slice(0, -1);
      out.splice(
        -1,
        1,
        ...(rest === '' ? [] : [mark(rest, before)]),
        kept(child, [mark('(', before), child]),
      );
      return;
    }
    if (child.type !== NodeTypes.TEXT) return void out.push(child);
    let { content } = child;
    const closing = CLOSING.exec(content)?.[0];
    if (closing && before?.type === NodeTypes.ELEMENT && (isField(before) || isKept(before))) {
      out[out.length - 1] = kept(before, [
        ...(isKept(before) ? before.children : [before]),
        mark(closing, child),
      ]);
      content = content.slice(closing.length);
    }
    if (inElement && i === children.length - 1 && /\n\s*$/.test(child.loc.source))
      content = content.trimEnd();
    if (content !== '') out.push(mark(content, child));
  });
  return out;
}

/** A text with words in it, or a figure whose word goes by its number. */
const isTold = (piece: TextNode | InterpolationNode): boolean =>
  piece.type === NodeTypes.TEXT
    ? LETTERS.test(piece.content)
    : /\bforms\(/.test((piece.content as SimpleExpressionNode).content);

function told(children: readonly TemplateChildNode[]): TemplateChildNode[] {
  const out: TemplateChildNode[] = [];
  let run: (TextNode | InterpolationNode)[] = [];
  const end = (): void => {
    if (run.some(isTold)) out.push(figure(sourceOf(run), run[0].loc));
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
  node.children = told(isKept(node) ? node.children : punctuated(node.children, node.tag !== 'template'));
}

/** Of Vue's compiler: makes messages of a template's texts and read attributes. */
export function templateWords(node: RootNode | TemplateChildNode): void {
  if (node.type === NodeTypes.ROOT) node.children = told(punctuated(node.children, false));
}

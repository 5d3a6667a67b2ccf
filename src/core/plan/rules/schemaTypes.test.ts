import type { Description } from 'joi';
import { resolve } from 'node:path';
import ts from 'typescript';
import { planSchema } from './schema';

/*
 * What the schema lets in and what the types say must be the same, field by field: a field that only one of them knows, or a
 * choice that only one of them has, is a plan that is refused, or one that crashes what trusts the types.
 */

/** What may stand in a field: a kind of value, or the choices. */
type Fields = Map<string, Set<string>>;

function add(fields: Fields, path: string, kind: string): void {
  const found = fields.get(path);
  if (found) found.add(kind);
  else fields.set(path, new Set([kind]));
}

/** Fields of a type. */
function ofType(checker: ts.TypeChecker, whole: ts.Type, path: string, fields: Fields): void {
  const type = checker.getNonNullableType(whole);
  if (type.isUnion()) {
    for (const one of type.types) ofType(checker, one, path, fields);
    return;
  }
  if (type.isStringLiteral()) return add(fields, path, `“${type.value}”`);
  if (type.isNumberLiteral()) return add(fields, path, `“${type.value}”`);
  if (type.flags & ts.TypeFlags.BooleanLike) return add(fields, path, 'boolean');
  if (type.flags & ts.TypeFlags.NumberLike) return add(fields, path, 'number');
  if (type.flags & ts.TypeFlags.StringLike) return add(fields, path, 'string');
  const element = checker.getIndexTypeOfType(type, ts.IndexKind.Number);
  if (element && (checker.isArrayType(type) || checker.isTupleType(type)))
    return ofType(checker, element, `${path}[]`, fields);
  const byKey = checker.getIndexTypeOfType(type, ts.IndexKind.String);
  if (byKey) return ofType(checker, byKey, `${path}{}`, fields);
  for (const property of checker.getPropertiesOfType(type)) {
    const of = checker.getTypeOfSymbol(property);
    ofType(checker, of, path ? `${path}.${property.name}` : property.name, fields);
  }
}

/** Fields of a schema. */
function ofSchema(schema: Description, path: string, fields: Fields): void {
  const choices = (schema.allow as unknown[] | undefined) ?? [];
  if ((schema.flags as { only?: boolean } | undefined)?.only) {
    for (const choice of choices) add(fields, path, `“${String(choice)}”`);
    return;
  }
  switch (schema.type) {
    case 'object': {
      for (const [key, field] of Object.entries(
        (schema.keys as Record<string, Description> | undefined) ?? {},
      ))
        ofSchema(field, path ? `${path}.${key}` : key, fields);
      for (const { rule } of (schema.patterns as { rule: Description }[] | undefined) ?? [])
        ofSchema(rule, `${path}{}`, fields);
      return;
    }
    case 'array':
      for (const item of [
        ...((schema.items as Description[] | undefined) ?? []),
        ...((schema.ordered as Description[] | undefined) ?? []),
      ])
        ofSchema(item, `${path}[]`, fields);
      return;
    case 'alternatives':
      for (const match of schema.matches as Record<string, Description>[])
        for (const way of [match.then, match.otherwise]) if (way) ofSchema(way, path, fields);
      return;
    default:
      add(fields, path, String(schema.type));
  }
}

const lines = (fields: Fields): string[] =>
  [...fields].map(([path, kinds]) => `${path}: ${[...kinds].sort().join(' | ')}`).sort();

/** Choices that a schema takes from a catalogue, where the type says only that they are texts. */
const LOOSER_IN_TYPE = /\.(pipe)$/;

test('schema and types have the same fields, kinds and choices', () => {
  const file = resolve('src/core/plan/model/types.ts');
  const config = ts.readConfigFile('tsconfig.json', ts.sys.readFile).config as { compilerOptions: object };
  const { options } = ts.parseJsonConfigFileContent(
    { ...config, files: [file], include: [] },
    ts.sys,
    process.cwd(),
  );
  const program = ts.createProgram([file], { ...options, types: [] });
  const checker = program.getTypeChecker();
  const exported = checker.getExportsOfModule(checker.getSymbolAtLocation(program.getSourceFile(file)!)!);
  const plan = exported.find((s) => s.name === 'Plan')!;
  const typed: Fields = new Map();
  ofType(checker, checker.getDeclaredTypeOfSymbol(plan), '', typed);
  const schemed: Fields = new Map();
  ofSchema(planSchema.describe(), '', schemed);

  const loosened = (fields: Fields): Fields =>
    new Map(
      [...fields].map(([path, kinds]) => [path, LOOSER_IN_TYPE.test(path) ? new Set(['string']) : kinds]),
    );
  expect(typed.size).toBeGreaterThan(300);
  expect(lines(loosened(schemed))).toEqual(lines(loosened(typed)));
}, 60_000);

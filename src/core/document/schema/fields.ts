import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  type ISchema,
  type Schema,
} from 'yup';

/** A schema, or one that is chosen by looking at the value. */
export type Field = ISchema<unknown>;

export const LIMITS = {
  frames: 1_000_000,
  layers: 500,
  moves: 50,
  keyframes: 5000,
  points: 2000,
  stops: 32,
  letters: 1000,
  strokes: 5000,
  strokePoints: 200_000,
  drawings: 1000,
  skips: 1000,
  mattes: 50,
  sounds: 500,
  documents: 5000,
  text: 5000,
} as const;

export const id = () =>
  string()
    .strict()
    .required()
    .matches(/^[\w-]{1,64}$/);
export const name = () => string().strict().defined().max(200);
export const text = (max: number) => string().strict().defined().max(max);
export const colour = () =>
  string()
    .strict()
    .required()
    .matches(/^#[0-9a-f]{6}$/);
export const finite = () =>
  number()
    .strict()
    .required()
    .test('finite', '${path} must be a finite number', (value) => Number.isFinite(value));
export const between = (min: number, max: number) => finite().min(min).max(max);
export const share = () => between(0, 1);
export const frames = () => between(-LIMITS.frames, LIMITS.frames).integer();
export const pixels = () => between(-100_000, 100_000);
export const oneOf = (values: readonly string[]) =>
  string()
    .strict()
    .required()
    .oneOf([...values]);
export const flag = () => boolean().strict().required();
export const shape = (fields: Record<string, Field>) =>
  object(fields).strict().noUnknown().required();
export const orNull = (schema: Schema) =>
  lazy((value) => (value === null ? mixed().nullable() : schema)) as Field;
export const list = (of: Field, max: number) =>
  array()
    .strict()
    .of(of as Schema)
    .required()
    .max(max);
/** One of several shapes, told apart by the value's `kind`. */
export const byKind = (variants: Record<string, Schema>) =>
  lazy(
    (value: unknown) =>
      variants[(value as { kind?: string } | null)?.kind ?? ''] ??
      shape({ kind: oneOf(Object.keys(variants)) }),
  ) as Field;
export const kindField = (kind: string) => oneOf([kind]);
/** The numbers a kind of move or shape has, each within its limits. */
export const paramFields = (
  params: readonly { readonly name: string; readonly min: number; readonly max: number }[],
) => shape(Object.fromEntries(params.map(({ name, min, max }) => [name, between(min, max)])));
export const rate = shape({
  num: between(1, 240_000).integer(),
  den: between(1, 1001).integer(),
}).test('rate', '${path} must be between 1 and 240 frames per second', (value) => {
  const { num, den } = value as { num: number; den: number };
  const perSecond = num / den;
  return perSecond >= 1 && perSecond <= 240;
});

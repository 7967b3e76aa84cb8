import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  ValidationError,
  type ISchema,
  type NumberSchema,
  type Schema,
} from 'yup';
import type { Frames, Seconds } from '../time';

declare const VALUE: unique symbol;

/** A Yup schema that knows the type of what it lets through. */
export type Field<T = unknown> = ISchema<unknown> & { readonly [VALUE]: T };

/** What a field lets through. */
export type ValueOf<F> = F extends Field<infer T> ? T : never;

type Fields = Readonly<Record<string, Field>>;

/** What an object of fields lets through. */
export type ShapeOf<F extends Fields> = { readonly [K in keyof F]: ValueOf<F[K]> };

/** What a field lets through, as far as that can be told without looking at values. */
export type Description =
  | { readonly kind: 'number'; readonly min: number; readonly max: number; readonly whole: boolean }
  | { readonly kind: 'text'; readonly max: number }
  | { readonly kind: 'pattern'; readonly pattern: RegExp }
  | { readonly kind: 'one of'; readonly values: readonly string[] }
  | { readonly kind: 'flag' }
  | { readonly kind: 'shape'; readonly fields: Fields }
  | { readonly kind: 'record'; readonly keys: readonly string[]; readonly of: Field }
  | { readonly kind: 'list'; readonly of: Field; readonly min: number; readonly max: number }
  | { readonly kind: 'null or'; readonly of: Field }
  | { readonly kind: 'choice'; readonly options: readonly Field[] }
  | { readonly kind: 'points' };

const descriptions = new WeakMap<object, Description | (() => Description)>();

/** @throws Error for a field that was not made here */
export function descriptionOf(field: Field): Description {
  const found = descriptions.get(field);
  if (!found) throw new Error('This field has no description.');
  return typeof found === 'function' ? found() : found;
}

/** A schema with what it lets through, told twice: to the compiler and at run time. */
export function described<T>(schema: ISchema<unknown>, description: Description): Field<T> {
  descriptions.set(schema, description);
  return schema as Field<T>;
}

/** A field that is made when it is first asked for, as one of many parts takes its time. */
export function later<T>(make: () => Field<T>): Field<T> {
  let made: Field<T> | null = null;
  const field = () => (made ??= make());
  const schema = lazy(() => field() as never);
  descriptions.set(schema, () => descriptionOf(field()));
  return schema as unknown as Field<T>;
}

/** How much a document may hold. Reading and editing are held to the same numbers. */
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
  plays: 100_000,
  mattes: 50,
  sounds: 500,
  documents: 5000,
  text: 5000,
  name: 200,
} as const;

const FINITE: NumberSchema<number> = number()
  .strict()
  .required()
  .test('finite', '${path} must be a finite number', (value) => Number.isFinite(value));

export const id = () => matching(/^[\w-]{1,64}$/);
export const matching = (pattern: RegExp) =>
  described<string>(string().strict().required().matches(pattern), { kind: 'pattern', pattern });
export const text = (max: number) =>
  described<string>(string().strict().defined().max(max), { kind: 'text', max });
export const name = () => text(LIMITS.name);
/** `#rrggbb` in lower case. */
export const colour = () => matching(/^#[0-9a-f]{6}$/);

const range = (min: number, max: number, isWhole: boolean) => {
  const from = min === -Infinity ? FINITE : FINITE.min(min);
  const to = max === Infinity ? from : from.max(max);
  return described<number>(isWhole ? to.integer() : to, {
    kind: 'number',
    min,
    max,
    whole: isWhole,
  });
};

/** Hundreds of fields have a few ranges; a schema of each takes a good part of the time to start. */
const ranges = new Map<string, Field<number>>();

function ranged(min: number, max: number, isWhole = false): Field<number> {
  const key = `${min} ${max} ${isWhole}`;
  const field = ranges.get(key) ?? range(min, max, isWhole);
  ranges.set(key, field);
  return field;
}

export const anyNumber = () => ranged(-Infinity, Infinity);
export const between = (min: number, max: number) => ranged(min, max);
export const whole = (min: number, max: number) => ranged(min, max, true);
export const share = () => between(0, 1);
/** Frames of the document, counted from its start. */
export const frames = (min: number = -LIMITS.frames) =>
  whole(min, LIMITS.frames) as Field as Field<Frames>;
export const seconds = (min: number, max: number) => ranged(min, max) as Field as Field<Seconds>;
export const pixels = () => between(-100_000, 100_000);
/** Degrees, clockwise. */
export const degrees = () => between(-360_000, 360_000);
/** What keeps random numbers the same at every drawing. */
export const seed = () => ranged(-Infinity, Infinity, true);
const FLAG = described<boolean>(boolean().strict().required(), { kind: 'flag' });
export const flag = () => FLAG;
export const oneOf = <const V extends string>(values: readonly V[]) =>
  described<V>(
    string()
      .strict()
      .required()
      .oneOf([...values]),
    { kind: 'one of', values },
  );

export const shape = <F extends Fields>(fields: F) =>
  described<ShapeOf<F>>(
    object(fields as unknown as Readonly<Record<string, Schema>>)
      .strict()
      .noUnknown()
      .required(),
    { kind: 'shape', fields },
  );

/** An object that may have some keys and no other ones. */
export function record<T>(keys: readonly string[], of: Field<T>) {
  const shapes = new Map<string, Field>();
  const shapeWith = (present: readonly string[]): Field => {
    const name = present.join(' ');
    const known = shapes.get(name) ?? shape(Object.fromEntries(present.map((key) => [key, of])));
    shapes.set(name, known);
    return known;
  };
  return described<Readonly<Record<string, T>>>(
    lazy((value) => shapeWith(keys.filter((key) => Object.hasOwn(Object(value), key))) as never),
    { kind: 'record', keys, of },
  );
}

// Schemas that a value chooses are made once, as making one takes longer than looking a value through.
const NULL = mixed().nullable();

export const orNull = <T>(field: Field<T>) =>
  described<T | null>(
    lazy((value) => (value === null ? NULL : (field as never))),
    { kind: 'null or', of: field },
  );

/** One of several fields, told apart by looking at the value. */
export const chosen = <T>(options: readonly Field<T>[], choose: (value: unknown) => Field<T>) =>
  described<T>(
    lazy((value) => choose(value) as never),
    { kind: 'choice', options },
  );

type Variants = Readonly<Record<string, Fields>>;

/** One of several objects, told apart by `kind`. */
export type VariantOf<V extends Variants> = {
  [K in keyof V & string]: { readonly kind: K } & ShapeOf<V[K]>;
}[keyof V & string];

export function byKind<V extends Variants>(variants: V): Field<VariantOf<V>> {
  const kinds = Object.keys(variants);
  const shapes = new Map(
    Object.entries(variants).map(([kind, fields]) => [
      kind,
      shape({ ...fields, kind: oneOf([kind]) }) as Field as Field<VariantOf<V>>,
    ]),
  );
  return chosen([...shapes.values()], (value) => {
    const kind = (value as { kind?: unknown } | null)?.kind;
    const found = typeof kind === 'string' ? shapes.get(kind) : undefined;
    return found ?? (shape({ kind: oneOf(kinds) }) as Field as Field<VariantOf<V>>);
  });
}

/** Further demands on a field; `message` may name the `${path}`. */
export const such = <T>(field: Field<T>, message: string, holds: (value: T) => boolean) =>
  described<T>(
    (field as unknown as Schema).test('such', message, (value) => holds(value as T)),
    descriptionOf(field),
  );

/** Numbers a kind of move or shape has, each within its limits. */
export const numbers = (
  params: readonly { readonly name: string; readonly min: number; readonly max: number }[],
) =>
  shape(
    Object.fromEntries(params.map((param) => [param.name, between(param.min, param.max)])),
  ) as Field<Readonly<Record<string, number>>>;

/**
 * What is wrong with values of a field; one that was found right once is not looked through again. Documents never
 * change, so that adding one stroke to a long drawing does not cost as much as reading all of it.
 */
function remembering(field: Field) {
  const right = new WeakSet<object>();
  return (value: unknown, options: ErrorOptions): readonly ValidationError[] => {
    const canKnow = typeof value === 'object' && value !== null;
    if (canKnow && right.has(value)) return [];
    const wrong = errorsOf(field, value, options);
    if (canKnow && wrong.length === 0) right.add(value);
    return wrong;
  };
}

/** What a test of Yup answers: yes, or all errors as one. */
const answer = (wrong: ValidationError[]): true | ValidationError =>
  wrong.length === 0 || (wrong.length === 1 ? wrong[0] : new ValidationError(wrong));

/** A field whose values are looked through once. */
export function once<T>(field: Field<T>): Field<T> {
  const wrongIn = remembering(field);
  return described(
    mixed()
      .nullable()
      .test('once', '${path} is not right', (value, { path, options }) =>
        answer([...wrongIn(value, { path, abortEarly: options.abortEarly ?? true })]),
      ),
    descriptionOf(field),
  );
}

/** A list of which each entry is looked through once; Yup's own way takes too long for thousands of strokes. */
export function list<T>(of: Field<T>, max: number, min = 0): Field<readonly T[]> {
  const wrongIn = remembering(of);
  const entries = array()
    .strict()
    .required()
    .max(max)
    .min(min)
    .test('entries', '${path} is not right', (value, { path, options }) => {
      const abortEarly = options.abortEarly ?? true;
      const wrong: ValidationError[] = [];
      for (const [i, entry] of value.entries()) {
        wrong.push(...wrongIn(entry, { path: `${path}[${i}]`, abortEarly }));
        if (abortEarly && wrong.length > 0) break;
      }
      return answer(wrong);
    });
  return described(entries, { kind: 'list', of, min, max });
}

interface ErrorOptions {
  /** Where the value lies in the whole. */
  readonly path?: string;
  /** Only the first error is found, which is faster. */
  readonly abortEarly: boolean;
}

/** What is wrong with a value; nothing where it is right. */
export function errorsOf(
  field: Field,
  value: unknown,
  { path, abortEarly }: ErrorOptions,
): ValidationError[] {
  try {
    // A schema chosen by the value may choose one that is chosen by the value: that one looks for it here.
    const options = { strict: true, abortEarly, path, value } as object;
    (field as unknown as Schema).validateSync(value, options);
    return [];
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return error.inner.length > 0 ? error.inner : [error];
  }
}

/** The limits of a field that is a number. @throws Error for any other */
export function limitsOf(field: Field<number>): { readonly min: number; readonly max: number } {
  const description = descriptionOf(field);
  if (description.kind !== 'number') throw new Error('Only numbers have limits.');
  return { min: description.min, max: description.max };
}

/** An exact number of frames a second, as a rational. */
export const frameRate = (slowest: number, fastest: number) =>
  such(
    shape({ num: whole(1, 1_000_000_000), den: whole(1, 100_000) }),
    `\${path} must be between ${slowest} and ${fastest} frames per second`,
    ({ num, den }) => num >= slowest * den && num <= fastest * den,
  );

/** Frames a second of what is made here. */
export const RATE_LIMIT = { min: 1, max: 240 } as const;
export const rate = frameRate(RATE_LIMIT.min, RATE_LIMIT.max);

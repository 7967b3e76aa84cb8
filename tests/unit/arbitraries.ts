import fc from 'fast-check';
import { descriptionOf, errorsOf, type Field } from '@/core/document/fields';

/**
 * Any value that a field lets through; lists and texts are kept short.
 * @param reach how far numbers go from 0
 */
export const valuesOf = <T>(field: Field<T>, reach = 1e9): fc.Arbitrary<T> =>
  (generate(field, reach) as fc.Arbitrary<T>).filter(
    (value) => errorsOf(field, value, { abortEarly: true }).length === 0,
  );

const HEX = [...'0123456789abcdef'];

function generate(field: Field, reach: number): fc.Arbitrary<unknown> {
  const inner = <T>(of: Field<T>) => valuesOf(of, reach);
  const description = descriptionOf(field);
  switch (description.kind) {
    case 'number':
      return numberWithin(description, reach);
    case 'text':
      return fc.string({ maxLength: Math.min(12, description.max) });
    case 'pattern':
      return matchingOf(description.pattern);
    case 'one of':
      return fc.constantFrom(...description.values);
    case 'flag':
      return fc.boolean();
    case 'null or':
      return fc.option(inner(description.of), { nil: null });
    case 'choice':
      return fc.oneof(...description.options.map((option) => inner(option)));
    case 'list':
      return fc.array(inner(description.of), {
        minLength: description.min,
        maxLength: Math.max(description.min, Math.min(2, description.max)),
      });
    case 'record':
      return fc.dictionary(fc.constantFrom(...description.keys), inner(description.of), {
        maxKeys: 2,
        noNullPrototype: true,
      });
    case 'shape':
      return fc.record(
        Object.fromEntries(
          Object.entries(description.fields).map(([name, of]) => [name, inner(of)]),
        ),
        { noNullPrototype: true },
      );
    case 'points':
      return fc.constantFrom([1, 2, 0.5, 0, 0], [0, 0, 1, 0, 0, 30, 40.5, 0.2, 1, 16]);
  }
}

function numberWithin(
  { min, max, whole }: { min: number; max: number; whole: boolean },
  reach: number,
) {
  const [low, high] = [Math.max(min, -reach), Math.min(max, Math.max(min, reach))];
  if (whole) return fc.integer({ min: Math.ceil(low), max: Math.floor(high) });
  if (reach < 1000) return evenly(low, high);
  return fc.double({ min: low, max: high, noNaN: true }).map((value) => (value === 0 ? 0 : value));
}

/** Small numbers are evenly spread, which doubles are not: most of those are next to nought. */
const evenly = (low: number, high: number) =>
  fc
    .integer({ min: Math.ceil(low * 100), max: Math.floor(high * 100) })
    .map((value) => value / 100);

/** Texts for the patterns that documents use: ids, colours, hashes and endings. */
function matchingOf(pattern: RegExp): fc.Arbitrary<string> {
  const hex = (length: number) =>
    fc.string({ unit: fc.constantFrom(...HEX), minLength: length, maxLength: length });
  const candidates = fc.oneof(
    hex(6).map((digits) => `#${digits}`),
    hex(64),
    fc.string({ unit: fc.constantFrom(...'abcxyz012'), minLength: 1, maxLength: 5 }),
  );
  return candidates.filter((text) => pattern.test(text));
}

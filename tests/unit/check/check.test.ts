import { isSoft, judge } from '@/core/check';
import type { Overlay } from '@/core/document';
import { at, band, move, overlay, words } from '../fixtures';
import { checked, FINE, measure } from './measured';

const key = { kind: 'key' as const, colour: '#00d040' };
const shape = (colour: string, change = {}) =>
  band({ fill: { kind: 'colour', colour, opacity: 1 }, ...change });
/** What comes of the key colour alone: other rules have tests of their own. */
const findings = (document: Overlay, frames = [0]) =>
  judge(checked(document, measure(document, frames, { size: FINE }))).findings.filter(({ rule }) =>
    ['vanishing-colours', 'soft-edges'].includes(rule),
  );

describe('vanishing colours', () => {
  it('trips on artwork of the key’s colour and repairs with a colour that does not', () => {
    const document = overlay({ backdrop: key, layers: [shape('#1fb24a')] });
    const [finding] = findings(document);
    expect(finding).toMatchObject({
      rule: 'vanishing-colours',
      severity: 'stops',
      marking: 'removed',
    });
    expect(finding.detail).toContain('100 %');
    for (const repair of finding.repairs) expect(findings(repair.apply(document))).toEqual([]);
  });

  it('names the worst frame', () => {
    const layers = [
      shape('#ffffff'),
      { ...shape('#10c848', { from: 2 }), id: 'late', width: 400, height: 100 },
    ];
    const [finding] = findings(overlay({ backdrop: key, layers }), [0, 1, 2]);
    expect(finding.frame).toBe(2);
  });

  it('does not trip on other colours, nor on a clear backdrop', () => {
    expect(findings(overlay({ backdrop: key, layers: [shape('#e04080')] }))).toEqual([]);
    expect(findings(overlay({ layers: [shape('#00d040')] }))).toEqual([]);
  });
});

describe('soft edges on a key colour', () => {
  const shadow = { colour: '#000000', opacity: 0.8, dx: 0, dy: 10, blur: 60 };

  it('trips on a soft shadow, and both repairs help', () => {
    const document = overlay({ backdrop: key, layers: [shape('#ffffff', { shadow })] });
    const [finding] = findings(document);
    expect(finding).toMatchObject({ rule: 'soft-edges', severity: 'hurts' });
    expect(finding.repairs.map(({ label }) => label)).toEqual([
      'Make the backdrop clear',
      'Harden the edges',
    ]);
    for (const repair of finding.repairs) expect(findings(repair.apply(document))).toEqual([]);
  });

  it('trips on a fade while it lasts', () => {
    const fading = shape('#ffffff', { moves: [move('m', 'fade', 'arrive', at(0))] });
    const [finding] = findings(overlay({ backdrop: key, layers: [fading] }), [0, 5, 12]);
    expect(finding.frame).toBe(1);
    // A fade cannot be hardened away.
    expect(finding.repairs).toHaveLength(1);
  });

  it('does not trip on antialiased words, nor on a turned hairline', () => {
    const text = words('Fennel Hill', { size: 300 });
    const line = shape('#ffffff', { height: 3, place: { x: 960, y: 900, scale: 1, rotation: 7 } });
    expect(findings(overlay({ backdrop: key, layers: [text, { ...line, id: 'line' }] }))).toEqual(
      [],
    );
  });

  it('tells an edge from a gradient', () => {
    const row = (alphas: readonly number[]) =>
      new Uint8ClampedArray([...alphas, ...alphas, ...alphas].flatMap((alpha) => [0, 0, 0, alpha]));
    expect(isSoft(row([0, 128, 255]), 3, 3, 4)).toBe(false);
    expect(isSoft(row([64, 128, 192]), 3, 3, 4)).toBe(true);
    expect(isSoft(row([0, 128, 0]), 3, 3, 4)).toBe(false);
  });
});

describe('the verdict', () => {
  it('puts what stops the work first', () => {
    const shadow = { colour: '#000000', opacity: 0.8, dx: 0, dy: 10, blur: 60 };
    const document = overlay({ backdrop: key, layers: [shape('#1fb24a', { shadow })] });
    const verdict = judge(checked(document, measure(document, [0], { size: FINE })));
    expect(verdict).toMatchObject({ state: 'would go wrong', sentence: '2 things would go wrong' });
    expect(verdict.findings.slice(0, 2).map(({ severity }) => severity)).toEqual([
      'stops',
      'hurts',
    ]);
  });

  it('never passes in silence: without artwork it says that nothing was measured', () => {
    const document = overlay({ backdrop: key });
    const verdict = judge(checked(document, measure(document, [0], { size: FINE })));
    expect(verdict).toMatchObject({ state: 'empty', sentence: 'There is nothing to look at yet' });
    const unmeasured = verdict.others.filter(({ outcome }) => outcome.kind === 'unmeasured');
    expect(unmeasured.map(({ label }) => label)).toContain('Soft edges on a key colour');
    expect(unmeasured.length).toBeGreaterThan(8);
  });
});

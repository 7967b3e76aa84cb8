import { wholeProgress, type FileWork } from '@/core/sending/wholeProgress';

const files: readonly FileWork[] = [
  { frames: 40, steps: ['looking', 'making', 'reading back'] },
  { frames: 60, steps: ['making', 'reading back'] },
];

it('goes through the steps of all files as one', () => {
  const told: (readonly [number, number])[] = [];
  const of = wholeProgress(files, (done, total) => told.push([done, total]));
  of(0)('looking', 40, 40);
  of(0)('making', 20, 40);
  of(0)('reading back', 12, 12);
  of(1)('making', 30, 60);
  of(1)('reading back', 6, 12);
  of(1)('reading back', 12, 12);
  expect(told).toEqual([10, 20, 40, 60, 90, 100].map((done) => [done, 100]));
});

it('never goes back, where a file is made of others that begin anew', () => {
  const told: number[] = [];
  const first = wholeProgress(files, (done) => told.push(done))(1);
  first('making', 60, 60);
  first('making', 1, 60);
  expect(told).toEqual([80, 80]);
});

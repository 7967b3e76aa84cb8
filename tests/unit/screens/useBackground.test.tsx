import { act, render, screen } from '@testing-library/react';
import { useBackground } from '@/screens/shared/useBackground';

interface Asked {
  readonly key: string;
  readonly signal: AbortSignal;
  readonly answer: (found: string) => void;
}

let asked: Asked[] = [];

function Probe({ value }: { readonly value: string }) {
  const found = useBackground(
    (signal) => new Promise<string>((answer) => asked.push({ key: value, signal, answer })),
    value,
    'nothing yet',
    250,
  );
  return <>{found}</>;
}

beforeEach(() => {
  asked = [];
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

const pass = (ms: number) => act(async () => void jest.advanceTimersByTime(ms));

it('what changes all the time is asked about once it rests, and what was asked before is stopped', async () => {
  const { rerender, unmount } = render(<Probe value="0" />);
  for (const value of ['1', '2', '3']) {
    await pass(100);
    rerender(<Probe value={value} />);
  }
  expect(asked).toEqual([]);
  await pass(250);
  expect(asked.map(({ key }) => key)).toEqual(['3']);
  expect(asked[0].signal.aborted).toBe(false);
  rerender(<Probe value="4" />);
  expect(asked[0].signal.aborted).toBe(true);
  await pass(250);
  // An answer to what is no longer asked comes too late.
  await act(async () => asked[0].answer('old'));
  expect(screen.queryByText('old')).toBeNull();
  await act(async () => asked[1].answer('new'));
  expect(screen.getByText('new')).toBeTruthy();
  unmount();
  expect(asked[1].signal.aborted).toBe(true);
});

import { act, renderHook } from '@testing-library/react';
import { MoonError } from '@/core/errors';
import type { Progress } from '@/store/work';
import { useLongWork } from '@/screens/shared/useLongWork';

jest.mock('@/store/work', () => ({}));

describe('long work', () => {
  it('shows progress while it runs, then its result', async () => {
    const { result } = renderHook(() => useLongWork<string>());
    let report: Progress = () => undefined;
    let finish: (value: string) => void = () => undefined;
    act(() => {
      void result.current.run((progress) => {
        report = progress;
        return new Promise((resolve) => (finish = resolve));
      });
    });
    act(() => report(3, 10));
    expect(result.current.progress).toMatchObject({ done: 3, total: 10 });
    await act(async () => finish('made'));
    expect(result.current).toMatchObject({ progress: null, result: 'made', problem: null });
  });

  it('is over once it failed, whatever report still arrives', async () => {
    const { result } = renderHook(() => useLongWork<string>());
    let report: Progress = () => undefined;
    await act(() =>
      result.current.run((progress) => {
        report = progress;
        return Promise.reject(new MoonError('encode-failed', 'The server went away.'));
      }),
    );
    act(() => report(4, 10));
    expect(result.current).toMatchObject({ progress: null, problem: 'The server went away.' });
  });

  it('says nothing of work that the person stopped', async () => {
    const { result } = renderHook(() => useLongWork<string>());
    await act(() => result.current.run(() => Promise.reject(new MoonError('stopped', 'Stopped.'))));
    expect(result.current).toMatchObject({ progress: null, result: null, problem: null });
  });
});

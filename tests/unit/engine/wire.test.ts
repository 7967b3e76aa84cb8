import { expose, wrap } from 'comlink';
import { MoonError } from '@/core/errors';
import { installHandlers } from '@/engine/workers/wire';

installHandlers();

/** Two ends of a wire, as between the page and a worker. */
function connect<T extends object>(api: T) {
  const { port1, port2 } = new MessageChannel();
  expose(api, port1);
  return { remote: wrap<T>(port2), close: () => [port1, port2].forEach((port) => port.close()) };
}

describe('the wire to the workers', () => {
  const { remote, close } = connect({
    full: (): number => {
      throw new MoonError('storage-full', 'No room left.');
    },
    plain: (): number => {
      throw new Error('Something else.');
    },
    untilAborted: (signal: AbortSignal) =>
      new Promise<string>((resolve) => {
        if (signal.aborted) resolve('aborted before');
        signal.addEventListener('abort', () => resolve('aborted'));
      }),
  });
  afterAll(close);

  it('carries errors with their code and words', async () => {
    const error = await remote.full().then(
      () => null,
      (thrown: unknown) => thrown,
    );
    expect(error).toBeInstanceOf(MoonError);
    expect(error).toMatchObject({ code: 'storage-full', message: 'No room left.' });
  });

  it('carries other errors as plain ones', async () => {
    await expect(remote.plain()).rejects.toThrow('Something else.');
    await expect(remote.plain()).rejects.not.toBeInstanceOf(MoonError);
  });

  it('tells the other side when work is stopped', async () => {
    const controller = new AbortController();
    const answer = remote.untilAborted(controller.signal);
    controller.abort();
    expect(await answer).toBe('aborted');
  });

  it('tells it too when it was stopped before the call', async () => {
    const controller = new AbortController();
    controller.abort();
    expect(await remote.untilAborted(controller.signal)).toMatch(/aborted/);
  });
});

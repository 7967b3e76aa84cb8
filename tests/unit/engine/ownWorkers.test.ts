import { expose } from 'comlink';
import { OwnWorkers } from '@/engine/workers/ownWorkers';
import type { StartedWorker } from '@/engine/workers/pageWorkers';
import { installHandlers } from '@/engine/workers/wire';

installHandlers();

interface Api {
  readonly read: (name: string) => Promise<string>;
}

const ports: MessagePort[] = [];
afterEach(() => ports.splice(0).forEach((port) => port.close()));

/** Workers that read until they are told that a file is done. */
function workers() {
  const done = new Map<string, (text: string) => void>();
  let [started, ended] = [0, 0];
  const start = (): StartedWorker => {
    started++;
    const { port1, port2 } = new MessageChannel();
    ports.push(port1, port2);
    const api: Api = { read: (name) => new Promise((resolve) => done.set(name, resolve)) };
    expose(api, port1);
    const end = () => {
      ended++;
      [port1, port2].forEach((port) => port.close());
    };
    return { worker: port2 as unknown as Worker, end };
  };
  const own = new OwnWorkers<Api>(start);
  const read = (name: string, signal = new AbortController().signal) =>
    own.run(
      (api) => api.read(name),
      () => undefined,
      signal,
      new File(['x'], name),
    );
  const finish = async (name: string) => {
    while (!done.has(name)) await new Promise((resolve) => setTimeout(resolve, 5));
    done.get(name)!(`${name} read`);
  };
  return { read, finish, count: () => ({ started, ended }) };
}

it('stopping one file is nothing to another that is read at the same time', async () => {
  const { read, finish, count } = workers();
  const stop = new AbortController();
  const first = read('first', stop.signal);
  const second = read('second');
  stop.abort();
  await expect(first).rejects.toMatchObject({ code: 'stopped' });
  await finish('second');
  expect(await second).toBe('second read');
  expect(count()).toEqual({ started: 2, ended: 1 });
  const third = read('third');
  await finish('third');
  await third;
  expect(count().started).toBe(2);
});

it('a file that keeps its worker busy without an end is named, and the others go on', async () => {
  jest.useFakeTimers();
  const { read } = workers();
  const slow = read('slow.mp4').catch((error: Error) => error.message);
  jest.advanceTimersByTime(10_000);
  const other = read('other.mp4').catch((error: Error) => error.message);
  jest.advanceTimersByTime(6000);
  jest.useRealTimers();
  expect(await slow).toMatch(/“slow\.mp4” was not brought in: reading it takes too long/);
  const still = Promise.race([other, Promise.resolve('going on')]);
  expect(await still).toBe('going on');
});

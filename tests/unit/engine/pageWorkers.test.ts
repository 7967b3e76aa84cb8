import { askPageForWorkers, startWorker } from '@/engine/workers/pageWorkers';

/** Workers of a made-up page: what is said to each is kept, and each can speak and fail. */
class MadeWorker extends EventTarget {
  static readonly all: MadeWorker[] = [];
  readonly heard: unknown[] = [];
  ended = false;

  constructor(readonly url: string) {
    super();
    MadeWorker.all.push(this);
  }

  postMessage(message: unknown): void {
    this.heard.push(message);
  }

  terminate(): void {
    this.ended = true;
  }

  says(data: unknown): void {
    this.dispatchEvent(new MessageEvent('message', { data }));
  }
}

const soon = () => new Promise((resolve) => setTimeout(resolve, 20));
const event = (target: EventTarget, name: string) =>
  new Promise<Event>((resolve) => target.addEventListener(name, resolve, { once: true }));

/** A worker of the page, and what `new Worker` makes in it. */
function started() {
  Object.assign(globalThis, { Worker: MadeWorker });
  const { end } = startWorker('/engine.js');
  const asking = MadeWorker.all.at(-1)!;
  const postMessage = (data: unknown) => asking.says(data);
  const inside = { postMessage, Worker: MadeWorker };
  Object.assign(globalThis, { self: inside });
  askPageForWorkers();
  const ask = (url: string) => new inside.Worker(url) as unknown as Worker;
  return { end, ask };
}

const ports: MessagePort[] = [];
const Channel = MessageChannel;

describe('workers that the page makes for a worker', () => {
  beforeAll(() => {
    globalThis.MessageChannel = class extends Channel {
      constructor() {
        super();
        ports.push(this.port1, this.port2);
      }
    };
  });

  afterAll(() => {
    globalThis.MessageChannel = Channel;
    for (const port of ports) port.close();
  });

  it('hear what is said to them, and are heard', async () => {
    const { ask } = started();
    const worker = ask('/packer.js');
    worker.postMessage('pack this');
    await soon();
    const helper = MadeWorker.all.at(-1)!;
    expect(helper.url).toBe('/packer.js');
    expect(helper.heard).toEqual(['pack this']);
    const answer = event(worker, 'message');
    helper.says('packed');
    expect(((await answer) as MessageEvent).data).toBe('packed');
  });

  it('tell that they could not be started', async () => {
    const { ask } = started();
    const worker = ask('/nowhere.js');
    await soon();
    const failed = event(worker, 'error');
    MadeWorker.all.at(-1)!.dispatchEvent(new Event('error'));
    await failed;
  });

  it('fail where their code is gone before it was read', async () => {
    const { ask } = started();
    const made = MadeWorker.all.length;
    await event(ask('blob:nodedata:gone'), 'error');
    expect(MadeWorker.all).toHaveLength(made);
  });

  it('end when they are told to, and all with the worker they were made for', async () => {
    const { ask, end } = started();
    const [first] = [ask('/a.js'), ask('/b.js')];
    await soon();
    const [a, b] = MadeWorker.all.slice(-2);
    first.terminate();
    await soon();
    expect([a.ended, b.ended]).toEqual([true, false]);
    end();
    expect(b.ended).toBe(true);
  });
});

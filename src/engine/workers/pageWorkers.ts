/**
 * Workers that a worker needs are made by the page: in Firefox 153, one call in about thirty of `new Worker`
 * in a worker never returned, and everything that worker had still to do waited behind it.
 */

/** How a worker asks the page for another one. */
interface Wanted {
  /** Where its code is, or the code itself. */
  readonly workerOf: string | Blob;
  readonly type: WorkerType | undefined;
  /** What is said to it, and by it. */
  readonly port: MessagePort;
}

type ToHelper =
  | { readonly message: unknown; readonly transfer: readonly Transferable[] }
  | { readonly ends: true };
type FromHelper = { readonly message: unknown } | { readonly fails: true };

/** A worker with those that it asked for. */
export interface StartedWorker {
  readonly worker: Worker;
  /** Ends all of them. */
  readonly end: () => void;
}

/** Starts a worker of the page that makes others for it. */
export function startWorker(url: string): StartedWorker {
  const worker = new Worker(url, { type: 'module' });
  const helpers = new Set<Worker>();
  const start = ({ data }: MessageEvent<unknown>) => {
    if (!isWanted(data)) return;
    const helper = startHelper(data, () => helpers.delete(helper));
    helpers.add(helper);
  };
  worker.addEventListener('message', start);
  const end = () => {
    worker.removeEventListener('message', start);
    for (const each of [worker, ...helpers]) each.terminate();
  };
  return { worker, end };
}

const isWanted = (data: unknown): data is Wanted =>
  typeof data === 'object' && data !== null && 'workerOf' in data;

function startHelper({ workerOf, type, port }: Wanted, onEnd: () => void): Worker {
  const url = typeof workerOf === 'string' ? workerOf : URL.createObjectURL(workerOf);
  const helper = new Worker(url, { type });
  if (url !== workerOf) URL.revokeObjectURL(url);
  const tell = (told: FromHelper, frames: VideoFrame[] = []) => port.postMessage(told, frames);
  helper.addEventListener('message', ({ data }) => tell({ message: data }, videoFramesIn(data)));
  helper.addEventListener('error', () => tell({ fails: true }));
  port.onmessage = ({ data }: MessageEvent<ToHelper>) => {
    if ('ends' in data) {
      helper.terminate();
      onEnd();
    } else helper.postMessage(data.message, [...data.transfer]);
  };
  return helper;
}

/** Video frames in a message, to be handed over: one that is copied stays in memory here, as nobody closes it. */
const videoFramesIn = (message: object | null): VideoFrame[] =>
  typeof VideoFrame === 'undefined'
    ? []
    : Object.values(message ?? {}).filter((value) => value instanceof VideoFrame);

/** Makes `new Worker` of this worker, in libraries too, one that the page makes. */
export function askPageForWorkers(): void {
  self.Worker = PageWorker as unknown as typeof Worker;
}

/** What libraries and this app use of a worker. */
class PageWorker extends EventTarget {
  private readonly port: MessagePort;

  constructor(url: string | URL, { type }: WorkerOptions = {}) {
    super();
    const { port1, port2 } = new MessageChannel();
    this.port = port1;
    port1.onmessage = ({ data }: MessageEvent<FromHelper>) =>
      this.dispatchEvent(
        'fails' in data ? new Event('error') : new MessageEvent('message', { data: data.message }),
      );
    codeOf(`${url}`).then(
      (workerOf) => {
        const wanted: Wanted = { workerOf, type, port: port2 };
        self.postMessage(wanted, { transfer: [port2] });
      },
      () => this.dispatchEvent(new Event('error')),
    );
  }

  postMessage(
    message: unknown,
    options: readonly Transferable[] | StructuredSerializeOptions = [],
  ): void {
    const transfer = 'length' in options ? options : (options.transfer ?? []);
    this.port.postMessage({ message, transfer } satisfies ToHelper, [...transfer]);
  }

  terminate(): void {
    this.port.postMessage({ ends: true } satisfies ToHelper);
  }
}

/** The address of a blob may be taken back at once, before the page could read it. */
const codeOf = async (url: string): Promise<string | Blob> =>
  url.startsWith('blob:') ? (await fetch(url)).blob() : url;

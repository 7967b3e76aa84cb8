import { transferHandlers, type TransferHandler } from 'comlink';
import { MoonError, type ErrorCode } from '@/core/errors';

interface SentError {
  readonly message: string;
  readonly code: ErrorCode | null;
}

/** Sends errors with their code, so that a MoonError is one on the other side too. */
const thrown: TransferHandler<{ value: unknown }, SentError> = {
  canHandle: (value): value is { value: unknown } =>
    typeof value === 'object' && value !== null && THROW_MARKER in value,
  serialize: ({ value }) => {
    if (value instanceof MoonError) return [{ message: value.message, code: value.code }, []];
    // People are told in words of ours; whoever looks for the reason finds it here.
    console.error(value);
    return [{ message: value instanceof Error ? value.message : String(value), code: null }, []];
  },
  deserialize: ({ message, code }) => {
    throw code ? new MoonError(code, message) : new Error(message);
  },
};

/** Sends an AbortSignal as a port that tells when it is aborted. */
const abortSignal: TransferHandler<AbortSignal, MessagePort> = {
  canHandle: (value): value is AbortSignal => value instanceof AbortSignal,
  serialize: (signal) => {
    const { port1, port2 } = new MessageChannel();
    const tell = () => {
      port1.postMessage(null);
      port1.close();
    };
    if (signal.aborted) tell();
    else signal.addEventListener('abort', tell, { once: true });
    return [port2, [port2]];
  },
  deserialize: (port) => {
    const controller = new AbortController();
    port.onmessage = () => {
      controller.abort();
      port.close();
    };
    return controller.signal;
  },
};

/** The symbol Comlink marks a thrown value with; its own "throw" handler tells which it is. */
const THROW_MARKER = throwMarker();

function throwMarker(): symbol {
  const own = transferHandlers.get('throw')!;
  let marker: symbol | undefined;
  const probe = new Proxy({} as object, {
    has: (_target, key) => {
      if (typeof key === 'symbol') marker = key;
      return true;
    },
  });
  own.canHandle(probe);
  return marker!;
}

/** Call once on each side before anything is sent. */
export function installHandlers(): void {
  transferHandlers.set('throw', thrown as TransferHandler<unknown, unknown>);
  transferHandlers.set('abort', abortSignal as TransferHandler<unknown, unknown>);
}

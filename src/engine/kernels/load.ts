import { KeyKernels } from './keying';
import { ProresKernels } from './prores';

/** What kernels do with the rows of a picture, each on a memory of its own. */
export const KINDS = { keying: KeyKernels, prores: ProresKernels } as const;

export type Kind = keyof typeof KINDS;
export type KernelsOf<K extends Kind> = InstanceType<(typeof KINDS)[K]>;

/** Whether workers may share a memory here. */
export const mayShare = (): boolean =>
  typeof SharedArrayBuffer !== 'undefined' && self.crossOriginIsolated;

/** Memories have room for up to a gigabyte. */
export const newMemory = (shared: boolean): WebAssembly.Memory =>
  new WebAssembly.Memory({ initial: 16, maximum: 16_384, shared });

let modules: Promise<WebAssembly.Module> | null = null;

/** The code of all kernels, for a memory that is shared where that may be. */
export const loadModule = (): Promise<WebAssembly.Module> =>
  (modules ??= WebAssembly.compileStreaming(
    fetch(mayShare() ? '/engine/kernels.wasm' : '/engine/kernels-unshared.wasm'),
  ));

/** Makes kernels work on a memory; several of the same may share it. */
export async function kernelsOn<K extends Kind>(
  kind: K,
  module: WebAssembly.Module,
  memory: WebAssembly.Memory,
): Promise<KernelsOf<K>> {
  const { exports } = await WebAssembly.instantiate(module, { env: { memory } });
  return new KINDS[kind](exports as never, memory) as KernelsOf<K>;
}

import { kernelsOn, type Kind } from './load';
import { beReady, endStripe, readJob, signalsOf, waitForJob } from './signals';

export interface StripeSetup {
  readonly kind: Kind;
  readonly module: WebAssembly.Module;
  readonly memory: WebAssembly.Memory;
  readonly stripe: number;
  readonly stripes: number;
}

/** Works on its stripe of each picture, whenever the worker that owns the memory says so. */
self.addEventListener('message', async ({ data }: MessageEvent<StripeSetup>) => {
  const { kind, module, memory, stripe, stripes } = data;
  const kernels = await kernelsOn(kind, module, memory);
  const signals = signalsOf(memory);
  beReady(signals, stripe);
  for (let job = 0; ;) {
    job = waitForJob(signals, job);
    kernels.runStripe(readJob(signals), stripe, stripes);
    endStripe(signals);
  }
});

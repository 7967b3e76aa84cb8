import { Kernels } from './kernels';
import { readJob, runRows, STATE, waitForJob, type StripeSetup } from './signals';

/** Works on its stripe of each picture, whenever the worker that owns the memory says so. */
self.addEventListener('message', async ({ data }: MessageEvent<StripeSetup>) => {
  const { module, memory, stripe, stripes } = data;
  const kernels = await Kernels.on(module, memory);
  const signals = new Int32Array(memory.buffer, 0, STATE.length);
  Atomics.store(signals, STATE.ready + stripe, 1);
  for (let job = 0; ;) {
    job = waitForJob(signals, job);
    runRows(kernels, readJob(kernels, signals, stripes), stripe, stripes);
    Atomics.add(signals, STATE.done, 1);
    Atomics.notify(signals, STATE.done);
  }
});

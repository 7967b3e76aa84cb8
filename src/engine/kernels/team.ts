import { kernelsOn, loadModule, mayShare, newMemory, type Kind, type KernelsOf } from './load';
import {
  allReady,
  MOST_STRIPES,
  signalsOf,
  startJob,
  waitUntilDone,
} from './signals';
import type { StripeSetup } from './stripes.worker';
import type { StripeWork } from './stripeWork';

/** Workers that share a memory, and the rows of what is done in it. */
export class Team<W extends StripeWork> {
  /** @param stripes how many workers there are, this one among them */
  constructor(
    readonly kernels: W,
    readonly stripes: number,
  ) {}

  run(numbers: readonly number[]): void {
    const signals = signalsOf(this.kernels.memory);
    // Until the others listen, all rows are worked on here.
    if (this.stripes === 1 || !allReady(signals, this.stripes)) {
      this.kernels.runStripe(numbers, 0, 1);
      return;
    }
    startJob(signals, numbers);
    this.kernels.runStripe(numbers, 0, this.stripes);
    waitUntilDone(signals, this.stripes - 1);
  }
}

/** This worker, with as many others as there are cores where a memory can be shared. */
export async function hireTeam<K extends Kind>(kind: K): Promise<Team<KernelsOf<K>>> {
  const module = await loadModule();
  const memory = newMemory(mayShare());
  const kernels = await kernelsOn(kind, module, memory);
  const stripes = mayShare() ? Math.min(MOST_STRIPES, navigator.hardwareConcurrency || 1) : 1;
  for (let stripe = 1; stripe < stripes; stripe++) {
    const setup: StripeSetup = { kind, module, memory, stripe, stripes };
    new Worker('/engine/kernels/stripes.worker.js', { type: 'module' }).postMessage(setup);
  }
  return new Team(kernels, stripes);
}

import fc from 'fast-check';

/** The same cases in every run, so that a failure is of the change; new ones on asking. */
if (process.env.SEED !== 'new') fc.configureGlobal({ seed: 20_261_129 });

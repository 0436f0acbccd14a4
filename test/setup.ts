import fc from 'fast-check';

/** The same random cases in every run, so that a red test is red again; FC_SEED tries others. */
fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20261123) });

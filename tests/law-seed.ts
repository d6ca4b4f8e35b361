/**
 * Generated cases are the same in every run, so that a test that passes once passes again. `LAW_SEED=7 npx jest tests/laws`
 * looks elsewhere, and `LAW_RUNS=20000` looks further.
 */
import fc from 'fast-check';

fc.configureGlobal({ seed: Number(process.env['LAW_SEED'] ?? 20_261_017) });

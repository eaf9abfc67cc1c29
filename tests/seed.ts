import fc from 'fast-check'

/** A run can be repeated: drawn cases are the same for everyone, others are drawn with `SEED=7 npx vitest run`. */
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20_260) })

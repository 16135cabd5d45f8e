/** One value when all share it; null when they differ. */
export const shared = <T>(values: readonly T[]): T | null =>
  values.every((value) => value === values[0]) ? (values[0] ?? null) : null;

/** What a reader found odd, in the shape of reference formats 0.1. */
export interface Oddity {
  readonly severity: 'error' | 'warning' | 'info';
  readonly code: string;
  /** A sentence for people. */
  readonly message: string;
  /** A place that a person can find: entry, element, line. */
  readonly where: string;
}

/** Nothing can be read: the one thing a reader throws. */
export class FormatError extends Error {
  override name = 'FormatError';
  constructor(
    readonly code: string,
    message: string,
    readonly where = '',
  ) {
    super(message);
  }
}

export interface Read<T> {
  readonly value: T;
  readonly report: readonly Oddity[];
}

/** Collects oddities; of one code it keeps a thousand, so that a hostile file cannot fill the memory. */
export class Report {
  readonly list: Oddity[] = [];
  private readonly counts = new Map<string, number>();
  add(severity: Oddity['severity'], code: string, message: string, where: string): void {
    const n = (this.counts.get(code) ?? 0) + 1;
    this.counts.set(code, n);
    if (n <= 1000) this.list.push({ severity, code, message, where: where.slice(0, 300) });
  }
  /** Says a thing once, however often it occurs. */
  once(severity: Oddity['severity'], code: string, message: string, where: string): void {
    if (!this.counts.has(`${code} ${message}`)) {
      this.counts.set(`${code} ${message}`, 1);
      this.add(severity, code, message, where);
    }
  }
}

/** Limits of reference formats 0.2; tests lower them. */
export interface Limits {
  readonly entries: number;
  readonly total: number;
  readonly ratio: number;
  /** Output above which the ratio counts. */
  readonly ratioFrom: number;
  readonly xmlBytes: number;
  readonly xmlDepth: number;
  readonly xmlElements: number;
  readonly attribute: number;
  readonly objects: number;
  readonly text: number;
}
export const limits: Limits = {
  entries: 10_000,
  total: 1_000_000_000,
  ratio: 200,
  ratioFrom: 10_000_000,
  xmlBytes: 64_000_000,
  xmlDepth: 100,
  xmlElements: 2_000_000,
  attribute: 65_536,
  objects: 100_000,
  text: 32_767,
};

/** The audit as the window asks it. It comes when the page stands: until then nothing is said to be wrong. */
import { lendAudit } from '#core/ledger/snag-codes';
import { later, useLater } from './registry';

const coming = later(async () => {
  const audit = { ...(await import('#core/audit/snags')), ...(await import('#core/audit/marks')) };
  lendAudit(audit.snagsByFixture);
  return audit;
});
type Asked = Awaited<ReturnType<typeof coming.load>>;
export const useAudit = (): Asked | null => useLater(coming, 'after the picture');
export const withAudit = coming;

import { loadAlmanac } from '#almanac/shelf';
import type { AlmanacView } from '#contracts/almanac';
import { consistencyWords } from '#words/almanac';

/** The almanac as its page shows it. The server has refused to start on any fault before this is asked for. */
export function almanacView(): AlmanacView {
  const { almanac, findings } = loadAlmanac();
  return {
    version: almanac.version,
    practices: almanac.practices.map((p) => ({
      id: p.id,
      version: p.version,
      livestock: p.livestock,
      name: p.name,
      reason: p.reason,
      bands: p.bands.map((b) => ({ ...b, sourceIds: [...b.sourceIds] })),
      clashes: [...(p.clashes ?? [])],
    })),
    limits: almanac.limits.map((l) => ({ ...l, sourceIds: [...l.sourceIds] })),
    sources: [...almanac.sources],
    findings: findings.map((f) => ({ ...f, why: consistencyWords(f.why) })),
  };
}

import { cheapestRemedy, fitTable } from '#core/stock';
import type { FitJob } from './fit-job';

/** Transport only: what is computed is the core's. */
addEventListener('message', ({ data }: MessageEvent<FitJob>) => {
  const answer =
    data.job === 'fits'
      ? fitTable({ kinds: data.kinds, waters: data.waters })
      : data.kinds.map((kind) => cheapestRemedy({ kind, source: data.source }));
  postMessage({ id: data.id, answer });
});

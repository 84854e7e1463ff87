import type { StockKind } from './kind';
import { kindsRead } from './many';

const kind = (id: string, scientificName: string, commonName: string): StockKind =>
  ({ id, scientificName, commonName }) as StockKind;
const kinds = [
  kind('otocinclus', 'Otocinclus macrospilus', 'otocinclus'),
  kind('dwarf-pencilfish', 'Nannostomus marginatus', 'dwarf pencilfish'),
  kind('coral-pencilfish', 'Nannostomus mortenthaleri', 'coral red pencilfish'),
  kind('panda-cory', 'Hoplisoma panda', 'panda cory'),
  kind('platy', 'Xiphophorus maculatus', 'platy'),
];
const read = (text: string): string[] =>
  kindsRead({ text, kinds }).map(
    ({ count, kinds: found }) => `${count ? `${count.lo}-${count.hi ?? ''}` : '?'} ${found.map((k) => k.id).join('|')}`,
  );

describe('several kinds in one entry', () => {
  it('20 pencilfish, 25 otos, 12 corys: by words and by how they begin; what may be two is told as both', () => {
    expect(read('20 pencilfish, 25 otos, 12 corys')).toEqual([
      '20-20 dwarf-pencilfish|coral-pencilfish',
      '25-25 otocinclus',
      '12-12 panda-cory',
    ]);
    expect(read('20 dwarf pencilfish and 3-5 platies; 10+ xiphophorus')).toEqual([
      '20-20 dwarf-pencilfish',
      '3-5 platy',
      '10- platy',
    ]);
  });
  it('without a count, or of no known name, it says so and drops nothing', () => {
    expect(read('otos, 3 unicorns, 5 co')).toEqual(['? otocinclus', '3-3 ', '5-5 ']);
    expect(read(' , ')).toEqual([]);
  });
});

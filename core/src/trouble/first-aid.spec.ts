import { acting, caseOf, seeing, weighed } from './acting.cases';
import { firstAid, inPlay } from './first-aid';
import type { Urgency } from './knowledge';
import type { TroubleCase } from './signs';
import type { Weighed } from './weigh';

const aid = (of: TroubleCase, all: readonly Weighed[], urgency: Urgency = 'now') =>
  firstAid(of, all, urgency, acting).map((a) => [a.id, ...a.notWith.map((n) => n.id)].join(' '));
const change = weighed('W01', { urgency: 'today', first: 'A1' });

describe('what carries weight', () => {
  it('the first of each list, and what comes within a third of it', () => {
    const all = [
      weighed('W01', { score: 9 }),
      weighed('W02', { score: 3 }),
      weighed('W03', { score: 2.9 }),
      weighed('X01', { domain: 'fish', score: 1 }),
      weighed('W06', { score: 9, evidenceRatio: 2 }),
      weighed('W07', { score: 9, borne: false }),
    ];
    expect(inPlay(all).map((w) => w.cause.id)).toEqual(['W01', 'W02', 'X01']);
  });
});

describe('what is done first', () => {
  it('nothing where nothing presses, and it says what the harmless thing is', () => {
    const harmless = weighed('N01', { domain: 'fish', mistakenFor: 'white spot' });
    expect(aid(caseOf(), [harmless], 'none')).toEqual(['leave only-harmless']);
    expect(aid(caseOf(), [], 'none')).toEqual(['leave']);
  });
  it('air before anything while minutes count, or where animals show it today; not for what can wait', () => {
    expect(aid(seeing(['BF05']), [change])).toEqual(['A0', 'A1']);
    expect(aid(seeing(['BF05']), [change], 'today')).toEqual(['A0', 'A1']);
    expect(aid(caseOf(), [change], 'today')).toEqual(['A1']);
    expect(aid(seeing(['BF05']), [change], 'week')).toEqual(['A1']);
    expect(aid(seeing(['BF01']), [], 'week')).toEqual(['A0']);
  });
  it('no change while the water that would go in is itself suspect: chlorine, copper, a jump, gas after a change', () => {
    for (const id of ['W04', 'W05', 'W09', 'W15'])
      for (const sign of ['EV01', 'EV02', 'EV03', 'EV22', 'DP06', 'MS12', 'MS13', 'WT06'])
        expect(aid(seeing([sign, 'BF05']), [change, weighed(id)]))
          .withContext(`${id} ${sign}`)
          .toEqual(['A0', 'A2 source-suspect']);
    // Nothing went in, or none of them is in play: the change stands.
    expect(aid(seeing(['BF05']), [change, weighed('W05')])).toEqual(['A0', 'A1']);
    expect(aid(seeing(['EV01', 'BF05']), [change, weighed('W06')])).toEqual(['A0', 'A1']);
    expect(aid(seeing(['EV01', 'BF05']), [change, weighed('W05', { score: 3 })])).toEqual(['A0', 'A1']);
  });
  it('copper that was measured makes the source suspect by itself', () => {
    const measured = caseOf({ hosts: ['fish', 'shrimp'], measurements: { copperMgPerL: { lo: 0.05, hi: 0.1 } } });
    expect(aid(measured, [change, weighed('W05')])).toEqual(['A0', 'A2 source-suspect']);
  });
  it('a poison out of the air or off the hands comes before all; an overdose only where something was dosed', () => {
    expect(aid(seeing(['BF05', 'EV01']), [change, weighed('W13'), weighed('W04')])).toEqual([
      'A0',
      'A3 poison-suspect',
    ]);
    expect(aid(seeing(['BF05', 'EV07']), [change, weighed('W14')])).toEqual(['A0', 'A3 poison-suspect']);
    expect(aid(seeing(['BF05']), [change, weighed('W14')])).toEqual(['A0', 'A1']);
  });
  it('a small change where the buffer is gone: whole ones would turn ammonium to ammonia', () => {
    const bare = { khDegrees: { lo: 0.5, hi: 1 }, ph: { lo: 5.5, hi: 5.9 } };
    expect(aid(seeing(['BF05'], { measurements: bare }), [change])).toEqual(['A0', 'A1-small acid-without-buffer']);
    expect(aid(seeing(['BF05'], { measurements: { ...bare, ph: { lo: 5.5, hi: 6 } } }), [change])).toEqual([
      'A0',
      'A1',
    ]);
    expect(aid(seeing(['BF05'], { measurements: { ...bare, khDegrees: { lo: 1, hi: 2 } } }), [change])).toEqual([
      'A0',
      'A1',
    ]);
    expect(aid(seeing(['BF05', 'MS04']), [change])).toEqual(['A0', 'A1-small acid-without-buffer']);
    expect(aid(seeing(['BF05']), [change, weighed('W08')])).toEqual(['A0', 'A1-small acid-without-buffer']);
  });
  it('whoever shows what goes round is set apart, unless what only looks like it is likelier', () => {
    const sick = weighed('X01', { domain: 'fish', isolate: true, score: 6 });
    const rival = (score: number) => weighed('N01', { domain: 'fish', mistakenFor: 'white spot', score });
    expect(aid(seeing(['BF05']), [sick], 'week')).toEqual(['isolate']);
    expect(aid(seeing(['BF05']), [rival(7), sick], 'week')).toEqual(['A4']);
    expect(aid(seeing(['BF05']), [sick, rival(5)], 'week')).toEqual(['isolate']);
    expect(aid(seeing(['BF05']), [{ ...sick, shown: false }], 'week')).toEqual(['A4']);
  });
  it('each with its text and its «do not»', () => {
    const [first] = firstAid(caseOf(), [change], 'today', acting);
    expect([first?.text, first?.doNot]).toEqual(['do A1', ['not with A1']]);
  });
});

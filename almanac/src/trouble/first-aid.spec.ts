import { acting, caseOf, seeing, weighed } from './acting.cases';
import { firstAid, leadingCauses } from '../../../core/src/trouble/first-aid';
import type { TroubleCase, Urgency } from '#core/trouble';
import type { Weighed } from '../../../core/src/trouble/weigh';

const aid = (of: TroubleCase, all: readonly Weighed[], urgency: Urgency = 'now') =>
  firstAid(of, all, urgency, acting).map((a) => [a.id, ...a.notWith.map((n) => n.id)].join(' '));
/** The same with whom each reason names. */
const reasons = (of: TroubleCase, all: readonly Weighed[], urgency: Urgency = 'now') =>
  firstAid(of, all, urgency, acting).flatMap((a) => a.notWith.map((n) => [a.id, n.id, n.facts.causeId].join(' ')));
const change = weighed('ammonia', { urgency: 'today', first: 'change' });

describe('what carries weight', () => {
  it('the first of each list, and what comes within a third of it', () => {
    const all = [
      weighed('ammonia', { score: 9 }),
      weighed('nitrite', { score: 3 }),
      weighed('organic-load', { score: 2.9 }),
      weighed('ich', { domain: 'fish', score: 1 }),
      weighed('low-oxygen', { score: 9, evidenceRatio: 2 }),
      weighed('co2-overdose', { score: 9, borne: false }),
    ];
    expect(leadingCauses(all).map((w) => w.cause.id)).toEqual(['ammonia', 'nitrite', 'ich']);
  });
});

describe('what is done first', () => {
  it('nothing where nothing presses, and it says what the harmless thing is', () => {
    const harmless = weighed('moult-shell', { domain: 'fish', mistakenFor: 'white spot' });
    expect(aid(caseOf(), [harmless], 'none')).toEqual(['leave only-harmless']);
    // Nothing that fits is no ground to leave it.
    expect(aid(caseOf(), [], 'none')).toEqual([]);
  });
  it('air before anything while minutes count, or where animals show it today; not for what can wait', () => {
    expect(aid(seeing(['lying-still']), [change])).toEqual(['air', 'change']);
    expect(aid(seeing(['lying-still']), [change], 'today')).toEqual(['air', 'change']);
    expect(aid(caseOf(), [change], 'today')).toEqual(['change']);
    expect(aid(seeing(['lying-still']), [change], 'week')).toEqual(['change']);
    expect(aid(seeing(['gasping']), [], 'week')).toEqual(['air']);
  });
  it('no change while the water that would go in is itself suspect: chlorine, copper, a jump, gas after a change', () => {
    for (const id of ['chlorine', 'copper-poisoning', 'osmotic-jump', 'gas-supersaturation'])
      for (const sign of [
        'change-done',
        'big-change',
        'change-without-conditioner',
        'top-up-not-pure',
        'began-after-change',
        'chlorine-measured',
        'copper-measured',
        'tap-smells-of-chlorine',
      ])
        expect(aid(seeing([sign, 'lying-still']), [change, weighed(id)]))
          .withContext(`${id} ${sign}`)
          .toEqual(['air', 'safe-water source-suspect']);
    // Nothing went in, or none of them is in play: the change stands.
    expect(aid(seeing(['lying-still']), [change, weighed('copper-poisoning')])).toEqual(['air', 'change']);
    expect(aid(seeing(['change-done', 'lying-still']), [change, weighed('low-oxygen')])).toEqual(['air', 'change']);
    expect(aid(seeing(['change-done', 'lying-still']), [change, weighed('copper-poisoning', { score: 3 })])).toEqual([
      'air',
      'change',
    ]);
  });
  it('copper that was measured makes the source suspect by itself', () => {
    const measured = caseOf({ hosts: ['fish', 'shrimp'], measurements: { copperMgPerL: { lo: 0.05, hi: 0.1 } } });
    expect(aid(measured, [change, weighed('copper-poisoning')])).toEqual(['air', 'safe-water source-suspect']);
  });
  it('a poison out of the air or off the hands comes before all; an overdose only where something was dosed', () => {
    expect(
      aid(seeing(['lying-still', 'change-done']), [change, weighed('household-toxin'), weighed('chlorine')]),
    ).toEqual(['air', 'as-poison poison-suspect']);
    expect(aid(seeing(['lying-still', 'product-or-dose-new']), [change, weighed('product-overdose')])).toEqual([
      'air',
      'as-poison poison-suspect',
    ]);
    expect(aid(seeing(['lying-still']), [change, weighed('product-overdose')])).toEqual(['air', 'change']);
  });
  it('a small change where the buffer is gone: whole ones would turn ammonium to ammonia', () => {
    const bare = { khDegrees: { lo: 0.5, hi: 1 }, ph: { lo: 5.5, hi: 5.9 } };
    expect(aid(seeing(['lying-still'], { measurements: bare }), [change])).toEqual([
      'air',
      'small-changes acid-without-buffer',
    ]);
    expect(aid(seeing(['lying-still'], { measurements: { ...bare, ph: { lo: 5.5, hi: 6 } } }), [change])).toEqual([
      'air',
      'change',
    ]);
    expect(aid(seeing(['lying-still'], { measurements: { ...bare, khDegrees: { lo: 1, hi: 2 } } }), [change])).toEqual([
      'air',
      'change',
    ]);
    expect(aid(seeing(['lying-still', 'ph-fallen']), [change])).toEqual(['air', 'small-changes acid-without-buffer']);
    expect(aid(seeing(['lying-still']), [change, weighed('ph-crash')])).toEqual([
      'air',
      'small-changes acid-without-buffer',
    ]);
  });
  it('whoever shows what goes round is set apart, unless what only looks like it is likelier', () => {
    const sick = weighed('ich', { domain: 'fish', isolate: true, score: 6 });
    const rival = (score: number) => weighed('moult-shell', { domain: 'fish', mistakenFor: 'white spot', score });
    expect(aid(seeing(['lying-still']), [sick], 'week')).toEqual(['isolate']);
    expect(aid(seeing(['lying-still']), [rival(7), sick], 'week')).toEqual(['watch']);
    expect(aid(seeing(['lying-still']), [sick, rival(5)], 'week')).toEqual(['isolate']);
    expect(aid(seeing(['lying-still']), [{ ...sick, shown: false }], 'week')).toEqual(['watch']);
  });
  it('each reason names its cause', () => {
    const harmless = weighed('moult-shell', { domain: 'fish', mistakenFor: 'white spot' });
    expect(reasons(caseOf(), [harmless], 'none')).toEqual(['leave only-harmless moult-shell']);
    expect(reasons(seeing(['lying-still', 'change-done']), [change, weighed('chlorine')])).toEqual([
      'safe-water source-suspect chlorine',
    ]);
    expect(reasons(seeing(['lying-still']), [change, weighed('household-toxin')])).toEqual([
      'as-poison poison-suspect household-toxin',
    ]);
    expect(reasons(seeing(['lying-still', 'ph-fallen']), [change])).toEqual([
      'small-changes acid-without-buffer ph-crash',
    ]);
  });
  it('what holds fast names its cause, too, and stands in the order in which it is done', () => {
    const sprayed = caseOf({
      events: [{ id: 'spray-nearby', hoursAgo: 2 }],
      measurements: { o2MgPerL: { lo: 2, hi: 2 } },
    });
    expect(aid(sprayed, [])).toEqual(['air', 'as-poison poison-suspect']);
    expect(reasons(sprayed, [])).toEqual(['as-poison poison-suspect household-toxin']);
    const copper = caseOf({ measurements: { copperMgPerL: { lo: 0.3, hi: 0.3 }, tanMgPerL: { lo: 2, hi: 2 } } });
    expect(aid(copper, [])).toEqual(['air', 'safe-water', 'change']);
    const shrimp = { ...copper, hosts: ['shrimp' as const] };
    expect(aid(shrimp, [weighed('copper-poisoning')])).toEqual([
      'air',
      'safe-water source-suspect',
      'change source-suspect',
    ]);
    expect(reasons(shrimp, [weighed('copper-poisoning')])).toEqual([
      'safe-water source-suspect copper-poisoning',
      'change source-suspect copper-poisoning',
    ]);
    const poisoned = { ...copper, measurements: { tanMgPerL: { lo: 2, hi: 2 } } };
    expect(reasons(poisoned, [weighed('household-toxin')])).toEqual([
      'as-poison poison-suspect household-toxin',
      'change source-suspect household-toxin',
    ]);
    const bare = { khDegrees: { lo: 0.5, hi: 1 }, ph: { lo: 5.5, hi: 5.9 }, tanMgPerL: { lo: 2, hi: 2 } };
    expect(aid(caseOf({ measurements: bare }), [])).toEqual(['air', 'small-changes acid-without-buffer']);
    expect(aid(caseOf({ measurements: { co2MgPerL: { lo: 60, hi: 60 } } }), [])).toEqual(['air', 'gas-off']);
    expect(aid(seeing(['lying-still']), [weighed('co2-overdose', { first: 'gas-off' })])).toEqual(['air', 'gas-off']);
    // What can wait says nothing beside what cannot.
    expect(aid(caseOf({ measurements: { no3MgPerL: { lo: 90, hi: 90 } } }), [], 'week')).toEqual(['watch']);
  });
  it('a pH that was measured above stands before what was answered of it', () => {
    const at = (lo: number) => seeing(['ph-fallen'], { measurements: { ph: { lo, hi: 7 } } });
    expect(aid(at(6), [change])).toEqual(['air', 'change']);
    expect(aid(at(5.9), [change])).toEqual(['air', 'small-changes acid-without-buffer']);
  });
  it('beside a fault of the water nobody is set apart first: all of them are in it', () => {
    const sick = weighed('ich', { domain: 'fish', isolate: true, score: 6 });
    expect(aid(seeing(['lying-still']), [change, sick])).toEqual(['air', 'change']);
    expect(aid(seeing(['lying-still']), [sick])).toEqual(['air', 'isolate']);
    const rival = weighed('moult-shell', { domain: 'water', mistakenFor: 'white spot', score: 9 });
    expect(aid(seeing(['lying-still']), [rival, sick], 'week')).toEqual(['isolate']);
    const equal = weighed('moult-shell', { domain: 'fish', mistakenFor: 'white spot', score: 6 });
    expect(aid(seeing(['lying-still']), [sick, equal], 'week')).toEqual(['isolate']);
  });
  it('each with its text and its «do not»', () => {
    const [first] = firstAid(caseOf(), [change], 'today', acting);
    expect([first?.text, first?.doNot]).toEqual(['do change', ['not with change']]);
  });
});

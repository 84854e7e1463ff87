import type { StockAlarmReason } from '#core/stock';

/** The same in about five words, for a line of the round. */
export function alarmShort(reason: StockAlarmReason, kindName: string): string {
  switch (reason.id) {
    case 'deaths':
      return `${reason.facts.seenCount} ${kindName} dead this week`;
    case 'first-losses':
      return `${reason.facts.lostCount} of ${reason.facts.arrivedCount} new ${kindName} lost`;
    case 'missing':
      return `${reason.facts.missingCount} ${kindName} missing, no bodies`;
    case 'not-grazing':
      return `${kindName} are not grazing`;
    case 'young-not-growing':
      return `young ${kindName} do not grow`;
    case 'no-young':
      return `no young ${kindName} for ${reason.facts.weeksCount} weeks`;
    case 'moults':
      return `${reason.facts.seenCount} moults within a day`;
  }
}

/** What the animals of a kind say. */
export function alarmWords(reason: StockAlarmReason, kindName: string): string {
  switch (reason.id) {
    case 'deaths': {
      const { seenCount, expectedCount, colonyCount, act, expected } = reason.facts;
      const usual = expectedCount < 0.95 ? 'hardly one' : `about ${Math.round(expectedCount)}`;
      return `${seenCount} ${kindName} dead in a week; ${usual} would be usual for ${colonyCount} here. ${act ? 'Test the water first, then ask what is new.' : expected ? 'That may be age or chance: look again tomorrow.' : 'Look again tomorrow.'}`;
    }
    case 'first-losses': {
      const { lostCount, arrivedCount, upToCount } = reason.facts;
      return `${lostCount} of ${arrivedCount} new ${kindName} lost; up to ${upToCount} in a fortnight is usual: look every day, and test.`;
    }
    case 'missing':
      return `${reason.facts.missingCount} ${kindName} missing and no bodies: look behind the filter and on the floor, at the intake, at who could eat them, and test for ammonia: bodies rot unseen.`;
    case 'not-grazing':
      return `${kindName} are not grazing: that comes before the deaths. Test now.`;
    case 'young-not-growing':
      return `The young of ${kindName} do not grow: food, hardness, or water too old.`;
    case 'no-young':
      return `No berried females or young of ${kindName} seen for ${reason.facts.weeksCount} weeks, where there used to be.`;
    case 'moults': {
      const { seenCount, expectedCount } = reason.facts;
      return `${seenCount} moults within a day where about ${expectedCount.toFixed(1)} would be usual: one school takes that for a change gone wrong, the other for a good sign where they graze and nobody dies.`;
    }
  }
}

import { catalogueCase } from '../readings/parameters.cases';
import { slowPatterns, slowTank, watched } from './slow-tanks.cases';

/** Few tanks, so that it takes a moment; `npm run bench` prints the whole table. */
describe('slow harm on made-up tanks whose truth is known', () => {
  for (const pattern of slowPatterns)
    it(`${pattern} is found in at least three of four tanks, before the band is left`, () => {
      const seen = [1, 2, 3, 4].map((seed) => watched(slowTank(seed, pattern), catalogueCase));
      expect(seen.filter((w) => w.delayDays !== null && w.inTime).length).toBeGreaterThanOrEqual(3);
      expect(seen.every((w) => w.delayDays === null || w.delayDays > 0)).toBeTrue();
    });
  it('four quiet tanks raise nothing in three tank-years', () => {
    const quiet = [21, 22, 23, 24].map((seed) => watched(slowTank(seed, 'quiet'), catalogueCase));
    expect(quiet.flatMap((w) => w.falseAlarms)).toEqual([]);
    expect(quiet.reduce((days, w) => days + w.quietDays, 0)).toBeGreaterThan(1000);
  });
  it('the harmed tanks do leave their band where nothing is done: the finding has something to be before', () => {
    expect(slowTank(1, 'old-tank').bandLeftOnDay).toBeGreaterThan(200);
    expect(slowTank(1, 'quiet').bandLeftOnDay).toBeNull();
  });
});

export { realClock, steppingClock, type Clock } from './clock';
export { Lease } from './lease';
export {
  changeHouse,
  changePreferences,
  houseView,
  unitsOfKeeper,
  keeperId,
  openHouse,
  setUpHouse,
  type HouseContext,
} from './house-service';
export { derivedVersion, readDerivedVersion, readHouse, writeDerivedVersion, type HouseRow } from './house-repo';

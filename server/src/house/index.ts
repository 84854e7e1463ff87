export { calendarDay, calendarFile } from './calendar-file';
export { realClock, steppingClock, type Clock } from './clock';
export { Lease } from './lease';
export {
  changeHouse,
  changePreferences,
  houseView,
  keeperId,
  openHouse,
  setUpHouse,
  type HouseContext,
} from './house-service';
export { personAsking, visitOf, type Visit } from './visit';
export { derivedVersion, readDerivedVersion, readHouse, writeDerivedVersion, type HouseRow } from './house-repo';
export { RouteServer, type Asked } from './route-server';

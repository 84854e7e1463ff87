export { realClock, steppingClock, stoppedClock, type Clock } from './clock';
export { changePreferences, houseView, keeperId, openHouse, setUpHouse, type HouseContext } from './house-service';
export {
  derivedVersion,
  readDerivedVersion,
  readHouse,
  writeDerivedVersion,
  writeHouse,
  type HouseRow,
} from './house-repo';

export { realClock, steppingClock, type Clock } from './clock';
export { Lease } from './lease';
export { changePreferences, houseView, keeperId, openHouse, setUpHouse, type HouseContext } from './house-service';
export { derivedVersion, readDerivedVersion, readHouse, writeDerivedVersion, type HouseRow } from './house-repo';

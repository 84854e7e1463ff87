export {
  alreadyThere,
  answersInMs,
  endedByDeadlock,
  lostConnection,
  migrateDb,
  openDb,
  houseThere,
  stateOf,
  type Db,
  type OpenDb,
  type SQL,
  type Tx,
} from './db';

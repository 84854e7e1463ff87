export {
  alreadyThere,
  answersInMs,
  endedByDeadlock,
  lostConnection,
  migrateDb,
  openDb,
  stateOf,
  type Db,
  type OpenDb,
  type SQL,
  type Tx,
} from './db';

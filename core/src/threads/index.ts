export {
  byStart,
  inOrder,
  outOfPlace,
  walked,
  type OutOfPlace,
  type PlaceReason,
  type ThreadStep,
  type ThreadTable,
  type Walked,
} from './threads';

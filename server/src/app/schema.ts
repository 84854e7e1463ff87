export { entries, strikes, subjects } from '../book/book-table';
export { photos } from '../book/photo-table';
export { house, houseZones, preferences } from '../house/house-table';
export { deviceBuckets } from '../readings/devices-table';
export { prospects } from '../judgement/prospects-table';
export { readings } from '../readings/readings-table';
export { sourceSetups } from '../sources/sources-table';
export { tankSetups } from '../tanks/tanks-table';
export { changes } from '../water/water-table';

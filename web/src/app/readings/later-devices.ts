/** What other slices show of this one when it is wanted: named in their `@defer`, and fetched then. */
export { DevicesPart } from './devices-part';

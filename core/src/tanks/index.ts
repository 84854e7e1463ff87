export { netVolume, type NetVolume, type RectangularTank } from './volume';

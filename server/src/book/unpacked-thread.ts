import { unpacked } from './unpacked';

export default unpacked;

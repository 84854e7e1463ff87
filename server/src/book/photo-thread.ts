import { reencoded, takenOver } from './photo';

export default ({ bytes, photoHash }: { bytes: Uint8Array; photoHash?: string }) =>
  photoHash === undefined ? reencoded(bytes) : takenOver(bytes, photoHash);

import { answering } from '../app';
import { reencoded, takenOver } from './photo';

answering(({ bytes, photoHash }: { bytes: Uint8Array; photoHash?: string }) =>
  photoHash === undefined ? reencoded(bytes) : takenOver(bytes, photoHash),
);

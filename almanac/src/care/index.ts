import type { CareKnowledge } from '#core/care';
import { agents } from './agents';
import { pairs } from './pairs';

/** All that is known about treating: from memory, with its sources. Labels, local law and veterinarians come first. */
export const careKnowledge: CareKnowledge = { version: 1, agents, pairs };
export { careFaults } from './check';

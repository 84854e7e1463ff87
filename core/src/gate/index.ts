export { lifeBeganAt } from './lives';
export { byItself } from './by-itself';
export { type GateFault, type GateReason, type ThreadName } from './fault';
export { gateKinds, type GateFacts, type GateKind, type GateRow, type TankBelow } from './facts';
export { inItsBook, mayWrite, standing, strikeFaults, type Standing } from './gate';

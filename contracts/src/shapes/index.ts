export { bearing, day, finiteNumber, grade, instant, interval, parameterId, problem, textUpTo, uuid, waterOf, within, type Problem } from './shapes';

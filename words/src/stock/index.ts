export { alarmWords } from './alarms';

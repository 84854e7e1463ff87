/** What is fetched only when it is shown: the chart brings its library with it. */
export { BeforeChart } from './before-chart';

export { apiPath, askedHeader, houseCookie, houseHeader, routes, type Route, type RouteName } from './routes';

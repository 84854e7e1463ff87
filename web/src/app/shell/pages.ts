import type { Routes } from '@angular/router';
import { kitPages } from './kit-pages';

/** The page's word is the slice's word; each page is loaded when it is opened. */
export const pages: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'tonight' },
  {
    path: 'tonight',
    title: 'Tonight · Night Ledger',
    loadComponent: async () => (await import('../tonight/tonight-screen')).TonightScreen,
  },
  {
    path: 'begin',
    title: 'Begin · Night Ledger',
    loadComponent: async () => (await import('../tonight/begin-screen')).BeginScreen,
  },
  {
    path: 'tanks',
    title: 'Tanks · Night Ledger',
    loadComponent: async () => (await import('../tanks/tanks-screen')).TanksScreen,
  },
  {
    path: 'tanks/new',
    title: 'New tank · Night Ledger',
    loadComponent: async () => (await import('../tanks/setup-screen')).SetupScreen,
  },
  {
    path: 'tanks/:tankId',
    title: 'Tank · Night Ledger',
    loadComponent: async () => (await import('../tanks/folio-screen')).FolioScreen,
  },
  {
    path: 'tanks/:tankId/end',
    title: 'End a tank · Night Ledger',
    loadComponent: async () => (await import('../tanks/end-screen')).EndScreen,
  },
  {
    path: 'tanks/:tankId/record',
    title: 'Record · Night Ledger',
    loadComponent: async () => (await import('../tanks/record-screen')).RecordScreen,
  },
  {
    path: 'tanks/:tankId/set-up',
    title: 'Set-up · Night Ledger',
    loadComponent: async () => (await import('../tanks/setup-screen')).SetupScreen,
  },
  {
    path: 'readings',
    title: 'Readings · Night Ledger',
    loadComponent: async () => (await import('../readings/readings-screen')).ReadingsScreen,
  },
  {
    path: 'readings/bench',
    title: 'Bench · Night Ledger',
    loadComponent: async () => (await import('../readings/bench-screen')).BenchScreen,
  },
  {
    path: 'readings/instruments',
    title: 'Instruments · Night Ledger',
    loadComponent: async () => (await import('../readings/instruments-screen')).InstrumentsScreen,
  },
  {
    path: 'water',
    title: 'Water · Night Ledger',
    loadComponent: async () => (await import('../water/water-screen')).WaterScreen,
  },
  {
    path: 'water/evening',
    title: 'The evening’s water · Night Ledger',
    loadComponent: async () => (await import('../water/evening-screen')).EveningScreen,
  },
  {
    path: 'water/mix',
    title: 'Mix · Night Ledger',
    loadComponent: async () => (await import('../water/mix-screen')).MixScreen,
  },
  {
    path: 'water/batches',
    title: 'Batches · Night Ledger',
    loadComponent: async () => (await import('../water/batches-screen')).BatchesScreen,
  },
  {
    path: 'water/batches/:batchId',
    title: 'A batch · Night Ledger',
    loadComponent: async () => (await import('../water/batches-screen')).BatchesScreen,
  },
  {
    path: 'water/routines',
    title: 'Routines · Night Ledger',
    loadComponent: async () => (await import('../water/routines-screen')).RoutinesScreen,
  },
  {
    path: 'water/doing',
    title: 'Doing it · Night Ledger',
    loadComponent: async () => (await import('../doing/doing-screen')).DoingScreen,
  },
  {
    path: 'sources',
    title: 'Sources · Night Ledger',
    loadComponent: async () => (await import('../sources/sources-screen')).SourcesScreen,
  },
  {
    path: 'stock',
    title: 'Stock · Night Ledger',
    loadComponent: async () => (await import('../stock/stock-screen')).StockScreen,
  },
  {
    path: 'stock/fits',
    title: 'What fits · Night Ledger',
    loadComponent: async () => (await import('../stock/fits-screen')).FitsScreen,
  },
  {
    path: 'stock/arrival',
    title: 'Arrivals · Night Ledger',
    loadComponent: async () => (await import('../stock/arrival-screen')).ArrivalScreen,
  },
  {
    path: 'stock/kinds',
    title: 'Kinds · Night Ledger',
    loadComponent: async () => (await import('../stock/kinds-screen')).KindsScreen,
  },
  {
    path: 'stock/tanks/:tankId',
    title: 'Stock of a tank · Night Ledger',
    loadComponent: async () => (await import('../stock/tank-stock-screen')).TankStockScreen,
  },
  {
    path: 'trouble',
    title: 'Trouble · Night Ledger',
    loadComponent: async () => (await import('../trouble/trouble-screen')).TroubleScreen,
  },
  {
    path: 'trouble/:tankId',
    title: 'A case · Night Ledger',
    loadComponent: async () => (await import('../trouble/case-screen')).CaseScreen,
  },
  {
    path: 'trouble/:tankId/history',
    title: 'History for a veterinarian · Night Ledger',
    loadComponent: async () => (await import('../trouble/history-screen')).HistoryScreen,
  },
  {
    path: 'hands',
    title: 'The walk · Night Ledger',
    loadComponent: async () => (await import('../hands/walk-screen')).WalkScreen,
  },
  {
    path: 'hands/clean',
    title: 'Cleaning · Night Ledger',
    loadComponent: async () => (await import('../hands/clean-screen')).CleanScreen,
  },
  {
    path: 'hands/plants',
    title: 'Plants · Night Ledger',
    loadComponent: async () => (await import('../hands/trim-screen')).TrimScreen,
  },
  {
    path: 'hands/away',
    title: 'Weeks away · Night Ledger',
    loadComponent: async () => (await import('../hands/away-screen')).AwayScreen,
  },
  {
    path: 'hands/stand-in',
    title: 'For the stand-in · Night Ledger',
    loadComponent: async () => (await import('../hands/stand-in-screen')).StandInScreen,
  },
  {
    path: 'hands/learnt',
    title: 'Foreseen and found · Night Ledger',
    loadComponent: async () => (await import('../hands/learnt-screen')).HandsLearntScreen,
  },
  {
    path: 'hands/move',
    title: 'Moving a tank · Night Ledger',
    loadComponent: async () => (await import('../hands/move-screen')).MoveScreen,
  },
  {
    path: 'hands/outage',
    title: 'Outage · Night Ledger',
    loadComponent: async () => (await import('../hands/outage-screen')).OutageScreen,
  },
  {
    path: 'care',
    title: 'Care · Night Ledger',
    loadComponent: async () => (await import('../care/care-screen')).CareScreen,
  },
  {
    path: 'care/course',
    title: 'Plan a course · Night Ledger',
    loadComponent: async () => (await import('../care/course-screen')).CourseScreen,
  },
  {
    path: 'care/sheet/:id',
    title: 'A sheet of care · Night Ledger',
    loadComponent: async () => (await import('../care/sheet-screen')).CareSheetScreen,
  },
  {
    path: 'care/salt',
    title: 'Salt · Night Ledger',
    loadComponent: async () => (await import('../care/salt-screen')).SaltScreen,
  },
  {
    path: 'care/dip',
    title: 'Dips and baths · Night Ledger',
    loadComponent: async () => (await import('../care/dip-screen')).DipScreen,
  },
  {
    path: 'care/tools',
    title: 'Tools · Night Ledger',
    loadComponent: async () => (await import('../care/tools-screen')).ToolsScreen,
  },
  {
    path: 'care/trace',
    title: 'Who touched whom · Night Ledger',
    loadComponent: async () => (await import('../care/trace-screen')).TraceScreen,
  },
  {
    path: 'supplies',
    title: 'Supplies · Night Ledger',
    loadComponent: async () => (await import('../supplies/supplies-screen')).SuppliesScreen,
  },
  {
    path: 'book/import',
    title: 'Take in · Night Ledger',
    loadComponent: async () => (await import('../book/import-screen')).ImportScreen,
  },
  {
    path: 'book',
    title: 'Book · Night Ledger',
    loadComponent: async () => (await import('../book/book-screen')).BookScreen,
  },
  {
    path: 'almanac',
    title: 'Almanac · Night Ledger',
    loadComponent: async () => (await import('../almanac/almanac-screen')).AlmanacScreen,
  },
  {
    path: 'almanac/care',
    title: 'Agents · Night Ledger',
    loadComponent: async () => (await import('../care/agents-screen')).AgentsScreen,
  },
  {
    path: 'almanac/trouble',
    title: 'Trouble: what is known · Night Ledger',
    loadComponent: async () => (await import('../trouble/knowledge-screen')).KnowledgeScreen,
  },
  {
    path: 'settings',
    title: 'Settings · Night Ledger',
    loadComponent: async () => (await import('./settings-screen')).SettingsScreen,
  },
  ...kitPages,
  {
    path: '**',
    title: 'Not found · Night Ledger',
    loadComponent: async () => (await import('./lost-screen')).LostScreen,
  },
];

/** In the order people work; the key goes there after `g`. */
export const menu = [
  { path: '/tonight', word: 'Tonight', key: 't', thumb: true },
  { path: '/tanks', word: 'Tanks', key: 'k' },
  { path: '/readings', word: 'Readings', key: 'r', thumb: true },
  { path: '/water', word: 'Water', key: 'w', thumb: true },
  { path: '/sources', word: 'Sources', key: 's', under: 'Water' },
  { path: '/stock', word: 'Stock', key: 'l', thumb: true },
  { path: '/trouble', word: 'Trouble', key: 'x' },
  { path: '/care', word: 'Care', key: 'c' },
  { path: '/hands', word: 'Hands', key: 'h' },
  { path: '/supplies', word: 'Supplies', key: 'u' },
  { path: '/book', word: 'Book', key: 'b' },
  { path: '/almanac', word: 'Almanac', key: 'a' },
] as const;

/** Pages below those of the menu: the jump box knows them by name. */
export const places = [
  { path: '/readings/bench', word: 'The bench: all tanks at once' },
  { path: '/readings/instruments', word: 'Instruments, calibration' },
  { path: '/water/evening', word: 'The evening’s water' },
  { path: '/water/mix', word: 'Mix a drum' },
  { path: '/water/mix?do=find', word: 'Find a recipe' },
  { path: '/water/batches', word: 'Batches' },
  { path: '/water/routines', word: 'Routines' },
  { path: '/water/doing', word: 'Doing it: what runs, alarms' },
  { path: '/stock/fits', word: 'What fits a water' },
  { path: '/stock/arrival', word: 'Arrivals' },
  { path: '/stock/kinds', word: 'Kinds' },
  { path: '/tanks/new', word: 'Add a tank' },
  { path: '/almanac/trouble', word: 'Trouble: what is known' },
  { path: '/care/course', word: 'Plan a course' },
  { path: '/care/salt', word: 'Salt as a course' },
  { path: '/care/dip', word: 'Dips and baths' },
  { path: '/care/trace', word: 'Who touched whom' },
  { path: '/almanac/care', word: 'Agents: what is known' },
  { path: '/hands/away', word: 'Weeks away' },
  { path: '/hands/learnt', word: 'Foreseen and found: minutes, flow, moves' },
  { path: '/hands/stand-in', word: 'For the stand-in: the days while nobody is home' },
  { path: '/hands/move', word: 'Moving a tank' },
  { path: '/hands/outage', word: 'Outage: power, heater, flood' },
  { path: '/book/import', word: 'Take in a table' },
  { path: '/settings', word: 'Settings' },
] as const;

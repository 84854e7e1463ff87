import type { Routes } from '@angular/router';
import { shellPages, titled } from '#words/shell';
import { kitPages } from './kit-pages';

/** The page's word is the slice's word; each page is loaded when it is opened. */
export const pages: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'tonight' },
  {
    path: 'tonight',
    title: titled(shellPages.tonight),
    loadComponent: async () => (await import('../tonight/tonight-screen')).TonightScreen,
  },
  {
    path: 'begin',
    title: titled(shellPages.begin),
    loadComponent: async () => (await import('../tonight/begin-screen')).BeginScreen,
  },
  {
    path: 'tanks',
    title: titled(shellPages.tanks),
    loadComponent: async () => (await import('../tanks/tanks-screen')).TanksScreen,
  },
  {
    path: 'tanks/new',
    title: titled(shellPages.newTank),
    loadComponent: async () => (await import('../tanks/setup-screen')).SetupScreen,
  },
  {
    path: 'tanks/:tankId',
    title: titled(shellPages.tank),
    loadComponent: async () => (await import('../tanks/folio-screen')).FolioScreen,
  },
  {
    path: 'tanks/:tankId/end',
    title: titled(shellPages.endATank),
    loadComponent: async () => (await import('../tanks/end-screen')).EndScreen,
  },
  {
    path: 'tanks/:tankId/record',
    title: titled(shellPages.record),
    loadComponent: async () => (await import('../tanks/record-screen')).RecordScreen,
  },
  {
    path: 'tanks/:tankId/set-up',
    title: titled(shellPages.setUp),
    loadComponent: async () => (await import('../tanks/setup-screen')).SetupScreen,
  },
  {
    path: 'readings',
    title: titled(shellPages.readings),
    loadComponent: async () => (await import('../readings/readings-screen')).ReadingsScreen,
  },
  {
    path: 'readings/bench',
    title: titled(shellPages.bench),
    loadComponent: async () => (await import('../readings/bench-screen')).BenchScreen,
  },
  {
    path: 'readings/instruments',
    title: titled(shellPages.instruments),
    loadComponent: async () => (await import('../readings/instruments-screen')).InstrumentsScreen,
  },
  {
    path: 'water',
    title: titled(shellPages.water),
    loadComponent: async () => (await import('../water/water-screen')).WaterScreen,
  },
  {
    path: 'water/evening',
    title: titled(shellPages.theEveningsWater),
    loadComponent: async () => (await import('../water/evening-screen')).EveningScreen,
  },
  {
    path: 'water/mix',
    title: titled(shellPages.mix),
    loadComponent: async () => (await import('../water/mix-screen')).MixScreen,
  },
  {
    path: 'water/batches',
    title: titled(shellPages.batches),
    loadComponent: async () => (await import('../water/batches-screen')).BatchesScreen,
  },
  {
    path: 'water/batches/:batchId',
    title: titled(shellPages.aBatch),
    loadComponent: async () => (await import('../water/batches-screen')).BatchesScreen,
  },
  {
    path: 'water/routines',
    title: titled(shellPages.routines),
    loadComponent: async () => (await import('../water/routines-screen')).RoutinesScreen,
  },
  {
    path: 'water/doing',
    title: titled(shellPages.doingIt),
    loadComponent: async () => (await import('../doing/doing-screen')).DoingScreen,
  },
  {
    path: 'sources',
    title: titled(shellPages.sources),
    loadComponent: async () => (await import('../sources/sources-screen')).SourcesScreen,
  },
  {
    path: 'stock',
    title: titled(shellPages.stock),
    loadComponent: async () => (await import('../stock/stock-screen')).StockScreen,
  },
  {
    path: 'stock/fits',
    title: titled(shellPages.whatFits),
    loadComponent: async () => (await import('../stock/fits-screen')).FitsScreen,
  },
  {
    path: 'stock/arrival',
    title: titled(shellPages.arrivals),
    loadComponent: async () => (await import('../stock/arrival-screen')).ArrivalScreen,
  },
  {
    path: 'stock/kinds',
    title: titled(shellPages.kinds),
    loadComponent: async () => (await import('../stock/kinds-screen')).KindsScreen,
  },
  {
    path: 'stock/tanks/:tankId',
    title: titled(shellPages.stockOfATank),
    loadComponent: async () => (await import('../stock/tank-stock-screen')).TankStockScreen,
  },
  {
    path: 'trouble',
    title: titled(shellPages.trouble),
    loadComponent: async () => (await import('../trouble/trouble-screen')).TroubleScreen,
  },
  {
    path: 'trouble/:tankId',
    title: titled(shellPages.aCase),
    loadComponent: async () => (await import('../trouble/case-screen')).CaseScreen,
  },
  {
    path: 'trouble/:tankId/history',
    title: titled(shellPages.historyForAVeterinarian),
    loadComponent: async () => (await import('../trouble/history-screen')).HistoryScreen,
  },
  {
    path: 'hands',
    title: titled(shellPages.theWalk),
    loadComponent: async () => (await import('../hands/walk-screen')).WalkScreen,
  },
  {
    path: 'hands/clean',
    title: titled(shellPages.cleaning),
    loadComponent: async () => (await import('../hands/clean-screen')).CleanScreen,
  },
  {
    path: 'hands/plants',
    title: titled(shellPages.plants),
    loadComponent: async () => (await import('../hands/trim-screen')).TrimScreen,
  },
  {
    path: 'hands/away',
    title: titled(shellPages.weeksAway),
    loadComponent: async () => (await import('../hands/away-screen')).AwayScreen,
  },
  {
    path: 'hands/stand-in',
    title: titled(shellPages.forTheStandIn),
    loadComponent: async () => (await import('../hands/stand-in-screen')).StandInScreen,
  },
  {
    path: 'hands/learnt',
    title: titled(shellPages.foreseenAndFound),
    loadComponent: async () => (await import('../hands/learnt-screen')).HandsLearntScreen,
  },
  {
    path: 'hands/move',
    title: titled(shellPages.movingATank),
    loadComponent: async () => (await import('../hands/move-screen')).MoveScreen,
  },
  {
    path: 'hands/outage',
    title: titled(shellPages.outage),
    loadComponent: async () => (await import('../hands/outage-screen')).OutageScreen,
  },
  {
    path: 'care',
    title: titled(shellPages.care),
    loadComponent: async () => (await import('../care/care-screen')).CareScreen,
  },
  {
    path: 'care/course',
    title: titled(shellPages.planACourse),
    loadComponent: async () => (await import('../care/course-screen')).CourseScreen,
  },
  {
    path: 'care/sheet/:id',
    title: titled(shellPages.aSheetOfCare),
    loadComponent: async () => (await import('../care/sheet-screen')).CareSheetScreen,
  },
  {
    path: 'care/salt',
    title: titled(shellPages.salt),
    loadComponent: async () => (await import('../care/salt-screen')).SaltScreen,
  },
  {
    path: 'care/dip',
    title: titled(shellPages.dipsAndBaths),
    loadComponent: async () => (await import('../care/dip-screen')).DipScreen,
  },
  {
    path: 'care/tools',
    title: titled(shellPages.tools),
    loadComponent: async () => (await import('../care/tools-screen')).ToolsScreen,
  },
  {
    path: 'care/trace',
    title: titled(shellPages.whoTouchedWhom),
    loadComponent: async () => (await import('../care/trace-screen')).TraceScreen,
  },
  {
    path: 'supplies',
    title: titled(shellPages.supplies),
    loadComponent: async () => (await import('../supplies/supplies-screen')).SuppliesScreen,
  },
  {
    path: 'book/import',
    title: titled(shellPages.takeIn),
    loadComponent: async () => (await import('../book/import-screen')).ImportScreen,
  },
  {
    path: 'book',
    title: titled(shellPages.book),
    loadComponent: async () => (await import('../book/book-screen')).BookScreen,
  },
  {
    path: 'almanac',
    title: titled(shellPages.almanac),
    loadComponent: async () => (await import('../almanac/almanac-screen')).AlmanacScreen,
  },
  {
    path: 'almanac/care',
    title: titled(shellPages.agents),
    loadComponent: async () => (await import('../care/agents-screen')).AgentsScreen,
  },
  {
    path: 'almanac/trouble',
    title: titled(shellPages.troubleWhatIsKnown),
    loadComponent: async () => (await import('../trouble/knowledge-screen')).KnowledgeScreen,
  },
  {
    path: 'settings',
    title: titled(shellPages.settings),
    loadComponent: async () => (await import('./settings-screen')).SettingsScreen,
  },
  ...kitPages,
  {
    path: '**',
    title: titled(shellPages.notFound),
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
  { path: '/readings/bench', word: shellPages.theBenchAllTanksAt },
  { path: '/readings/instruments', word: 'Instruments, calibration' },
  { path: '/water/evening', word: shellPages.theEveningsWater },
  { path: '/water/mix', word: shellPages.mixADrum },
  { path: '/water/mix?do=find', word: shellPages.findARecipe },
  { path: '/water/batches', word: 'Batches' },
  { path: '/water/routines', word: 'Routines' },
  { path: '/water/doing', word: shellPages.doingItWhatRunsAlarms },
  { path: '/stock/fits', word: shellPages.whatFitsAWater },
  { path: '/stock/arrival', word: 'Arrivals' },
  { path: '/stock/kinds', word: 'Kinds' },
  { path: '/tanks/new', word: shellPages.addATank },
  { path: '/almanac/trouble', word: shellPages.troubleWhatIsKnown },
  { path: '/care/course', word: shellPages.planACourse },
  { path: '/care/salt', word: shellPages.saltAsACourse },
  { path: '/care/dip', word: shellPages.dipsAndBaths },
  { path: '/care/trace', word: shellPages.whoTouchedWhom },
  { path: '/almanac/care', word: shellPages.agentsWhatIsKnown },
  { path: '/hands/away', word: 'Weeks away' },
  { path: '/hands/learnt', word: shellPages.foreseenAndFoundMinutesFlow },
  { path: '/hands/stand-in', word: shellPages.forTheStandInThe },
  { path: '/hands/move', word: shellPages.movingATank },
  { path: '/hands/outage', word: shellPages.outagePowerHeaterFlood },
  { path: '/book/import', word: shellPages.takeInATable },
  { path: '/settings', word: 'Settings' },
] as const;

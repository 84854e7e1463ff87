import type { Routes } from '@angular/router';

/** Pages for those who build the house. */
export const kitPages: Routes = [
  {
    path: 'kit',
    title: 'The kit · Night Ledger',
    loadComponent: async () => (await import('./kit-screen')).KitScreen,
  },
];

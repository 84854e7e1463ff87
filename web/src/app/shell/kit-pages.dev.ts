import type { Routes } from '@angular/router';
import { shellPages, titled } from '#words/shell';

/** Pages for those who build the house. */
export const kitPages: Routes = [
  {
    path: 'kit',
    title: titled(shellPages.theKit),
    loadComponent: async () => (await import('./kit-screen')).KitScreen,
  },
];

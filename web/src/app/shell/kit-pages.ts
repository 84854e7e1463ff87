import type { Routes } from '@angular/router';

/** Pages for those who build the house: none in what is served; `kit-pages.dev.ts` stands here in development builds. */
export const kitPages: Routes = [];

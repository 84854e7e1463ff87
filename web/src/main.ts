import { bootstrapApplication } from '@angular/platform-browser';
import { isDevMode, provideBrowserGlobalErrorListeners, provideZonelessChangeDetection } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideServiceWorker, SwRegistrationOptions } from '@angular/service-worker';
import { providePrimeNG } from 'primeng/config';
import { pages } from './app/shell/pages';
import { Shell } from './app/shell/shell';
import { layPreferences } from './app/base/house-store';
import { overrideLibrary } from './app/ui/library-overrides';
import { preset } from './app/ui/preset';

/** Only what `npm start` builds has a worker, from the first second on; after a visit the pages open without the house. */
class Kept extends SwRegistrationOptions {
  override enabled = !isDevMode();
  override registrationStrategy = 'registerImmediately';
}

layPreferences(document.documentElement);
overrideLibrary();
bootstrapApplication(Shell, {
  providers: [
    provideZonelessChangeDetection(),
    provideBrowserGlobalErrorListeners(),
    provideRouter(pages, withComponentInputBinding()),
    provideServiceWorker('ngsw-worker.js', new Kept()),
    providePrimeNG({
      theme: {
        preset,
        options: { darkModeSelector: '.lights-out', cssLayer: { name: 'primeng', order: 'reset, primeng, app' } },
      },
    }),
  ],
}).catch((error: unknown) => {
  console.error(error);
});

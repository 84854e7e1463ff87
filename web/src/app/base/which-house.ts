import { houseCookie } from '#contracts/api';
import type { HouseKey } from '#contracts/tonight';

/** The house this device chose to look at; null where it has not chosen. */
export function houseChosen(): HouseKey | null {
  const found = new RegExp(`(?:^|;\\s*)${houseCookie}=(own|demo)(?:;|$)`).exec(document.cookie)?.[1];
  return found === 'own' || found === 'demo' ? found : null;
}

const yearSeconds = 31_536_000;
/**
 * Into another house: what this device kept of the last one's answers is put away, so that none is shown for the other's,
 * and the pages open anew. What is not sent yet stays, each line for its own house.
 */
export async function enterHouse(key: HouseKey): Promise<void> {
  document.cookie = `${houseCookie}=${key}; path=/; max-age=${yearSeconds}; SameSite=Strict`;
  if (typeof caches !== 'undefined')
    for (const name of await caches.keys())
      if (name.includes(':data:') || name.includes('dynamic')) await caches.delete(name);
  location.assign('/tonight');
}

import type { SitePatch } from '#contracts/sites';
import { problemOf } from '../api/base.ts';
import { useUpdateSiteMutation } from '../api/sites.ts';

/**
 * Saves a change of a site and closes its form. Where somebody else was first that is said and the form stays
 * as it is typed; anything else that refuses is thrown for the form to place.
 */
export function useSaveSite(siteId: string, onClose: () => void) {
  const [update] = useUpdateSiteMutation();
  return async (patch: SitePatch, say: (message: string) => void): Promise<void> => {
    try {
      await update({ id: siteId, patch }).unwrap();
      onClose();
    } catch (error) {
      if (problemOf(error).status !== 409) throw error;
      say('Somebody else changed this site meanwhile; look at it again and save once more.');
    }
  };
}

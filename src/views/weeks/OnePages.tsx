import { useEffect } from 'react';
import { fitOnPage, ONE_PAGE } from '../../client/one-page.ts';

/** Lays out each sheet of the page so that it fits on one piece of paper; draws nothing. */
export function OnePages() {
  useEffect(() => {
    // Letters that are not there yet would be of another size.
    void document.fonts.ready.then(() => {
      for (const sheet of document.querySelectorAll<HTMLElement>(ONE_PAGE)) fitOnPage(sheet);
      document.documentElement.dataset.laidOut = 'yes';
    });
  }, []);
  return null;
}

import { speakIn } from '../../languages/load';
import { chosenLanguage } from './chosenLanguage';

let spoken: Promise<void> | undefined;

/**
 * All words of the page's language. The start page opens with its own few; whatever is loaded after it waits for the whole,
 * since words that stand in tables are taken when their file is. What could not be fetched is tried again the next time.
 */
export const wholeLanguage = (): Promise<void> =>
  (spoken ??= speakIn(chosenLanguage(), navigator.languages).catch((error: unknown) => {
    spoken = undefined;
    throw error;
  }));

import { speakAsAsked } from '../languages/asked';

// Words are taken when their files are: the language comes before everything else.
await speakAsAsked();
await import('./main');

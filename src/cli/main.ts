import { speakAsAsked } from '../languages/asked';

// Words are taken when their files are: the language comes before everything else.
await speakAsAsked();
const { furrow } = await import('./furrow');
await furrow(process.argv.slice(2));

import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import 'vuetify/styles';
import './theme/look.css';
import { speakIn } from '../languages/load';
import { chosenLanguage } from './page/chosenLanguage';

// Words that stand in tables are taken when their file is: the start page's words come before it, all others before the rest.
const language = chosenLanguage();
document.documentElement.lang = language;
void speakIn(language, navigator.languages, 'start').then(() => import('./app'));

if (import.meta.env.PROD)
  window.addEventListener(
    'load',
    () => void import('./page/offline').then(({ keepApplication }) => keepApplication()),
  );

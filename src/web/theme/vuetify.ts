import { createVuetify, type ThemeDefinition } from 'vuetify';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';
import { en, es } from 'vuetify/locale';
import { language, locale } from '../../core/language';

/** Paper for the day. */
const paper: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#f6f3ea',
    surface: '#fffdf6',
    primary: '#22302a',
    secondary: '#3b6b35',
    info: '#1f6f8b',
    warning: '#8f4a1c',
    error: '#a3291f',
    'on-background': '#22302a',
    'on-surface': '#22302a',
  },
};

/** Ink-dark for early mornings. */
const dawn: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#161d1a',
    surface: '#1e2723',
    primary: '#e9e4d5',
    secondary: '#9cc492',
    info: '#7fb9cd',
    warning: '#e0a16f',
    error: '#f0948a',
    'on-background': '#e9e4d5',
    'on-surface': '#e9e4d5',
    'on-primary': '#161d1a',
  },
};

/** Calendars speak the page’s language, and begin their weeks as the person’s own country does where it is among theirs. */
const spoken = language().id;

export const vuetify = createVuetify({
  locale: { locale: spoken, fallback: 'en', messages: { en, es } },
  date: { locale: { [spoken]: navigator.languages.find((l) => l.startsWith(spoken)) ?? locale() } },
  theme: { defaultTheme: 'paper', themes: { paper, dawn } },
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  defaults: {
    VBtn: { variant: 'outlined', rounded: 'sm', class: 'if-btn' },
    VCard: { rounded: 'sm', elevation: 0, border: true },
    VDialog: { maxWidth: 620 },
    VList: { density: 'compact' },
  },
});

export { digits } from './digits';
export { dateLocale, language, locale, speak, type Language, type LanguageId, type Ready } from './language';
export { decimalComma, fixed, Forms, forms, grouped, keyOf, msg, type Value } from './msg';

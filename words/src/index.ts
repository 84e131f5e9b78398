export type { Amount, Argument } from './arguments.ts';
export {
  LANGUAGES,
  addTranslation,
  catalogue,
  language,
  loadedCatalogues,
  setLanguage,
  type Catalogue,
  type KeysOf,
  type Language,
  type TranslationOf,
} from './catalogue.ts';
export { capital, listed } from './list.ts';
export { quantityText } from './quantity.ts';

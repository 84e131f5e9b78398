export type { Amount, Argument } from './arguments.ts';
export { catalogue, loadedCatalogues, type Catalogue, type KeysOf } from './catalogue.ts';
export { capital, listed } from './list.ts';
export { quantityText } from './quantity.ts';

import { api } from '../api/api.ts';

/** Which shop this is, UUID: what leaves it for a calendar must not be taken for another shop's. */
export const useShop = (): string => api.useSessionQuery().data?.shop || crypto.randomUUID();

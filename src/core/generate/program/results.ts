import { showType, type Type } from '../../plan/types';

/** Name of a result, by its type: `Season`, `list of Hut`. */
export const resultName = (type: Type): string => showType(type);

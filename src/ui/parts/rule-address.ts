/** The address of a rule's help. */
export const ruleAddress = (rule: string): string => `/help/rules#${rule.replace('/', '')}`;

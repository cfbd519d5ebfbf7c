/** Text from outside is shown as it is, but must not steer the terminal: C0 and C1 control characters become dots. */
// eslint-disable-next-line no-control-regex
export const printable = (text: string): string => text.replace(/\t/g, ' ').replace(/[\u0000-\u001f\u007f-\u009f]/g, '·');

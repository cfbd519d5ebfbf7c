import type { ChangeRequest } from '../../core/propose/request';
import type { WantedParameter } from '../../core/edit/signature';
import type { Draft } from '../session/change-draft';
import type { LinkFields } from './LinkFieldset';

/** Values of the dialog's fields; each kind of change uses some. */
export interface Fields {
  readonly name: string;
  /** The empty string is no module. */
  readonly module: string;
  readonly list: string;
  readonly link: LinkFields;
  readonly wanted: readonly WantedParameter[];
}

/** Initial values of the fields. */
export const firstFields = (draft: Draft, signature: readonly WantedParameter[]): Fields => ({
  name: draft.kind === 'rename' ? draft.name : '',
  module: draft.kind === 'list' ? (draft.module ?? '') : '',
  list: '',
  link: { screen: draft.kind === 'link' ? (draft.screen ?? '') : '', pattern: null, under: '' },
  wanted: signature,
});

const orNull = (text: string): string | null => (text === '' ? null : text);

/** The request of a draft and its fields; null while a field is still to be filled in. */
export function requestOf(draft: Draft, { name, module, list, wanted, link }: Fields): ChangeRequest | null {
  switch (draft.kind) {
    case 'rename':
      return name === draft.name ? null : { kind: 'rename', at: draft.at, to: name };
    case 'delete':
    case 'start':
      return { kind: draft.kind, screen: draft.screen };
    case 'move':
      return { kind: 'move', screen: draft.screen, module: orNull(module) };
    case 'way':
      return name === '' ? null : { kind: 'way', from: draft.screen, to: name };
    case 'between':
    case 'extract':
      return name === '' ? null : { kind: draft.kind, at: draft.at, name };
    case 'link':
      return link.screen === ''
        ? null
        : { kind: 'link', screen: link.screen, pattern: link.pattern, under: orNull(link.under) };
    case 'list':
      return list.trim() === '' ? null : { kind: 'list', list, module: orNull(module) };
    case 'lower':
      return { kind: 'lower', module: draft.module, name: draft.name };
    case 'signature':
      return { kind: 'signature', screen: draft.screen, wanted };
  }
}

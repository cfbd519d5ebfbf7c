import type { Message } from '../../core/rules/parts/message';

/** A message as an element outside React, for the editor's own tooltips. */
export function messageElement(message: Message): HTMLElement {
  const paragraph = document.createElement('p');
  for (const part of message) {
    if (typeof part === 'string') {
      paragraph.append(part);
    } else {
      const code = document.createElement('code');
      code.textContent = part.code;
      paragraph.append(code);
    }
  }
  return paragraph;
}

import type { Message } from '../../core/rules/parts/message';

/** A message, with names and values of the plan in the plan's own type. */
export function MessageText({ message }: { message: Message }) {
  return <>{message.map((part, index) => (typeof part === 'string' ? part : <code key={index}>{part.code}</code>))}</>;
}

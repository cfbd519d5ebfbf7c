'use client';

import type { Ref } from 'react';
import { keyTable } from './keys';

export function KeysDialog({ ref }: { ref: Ref<HTMLDialogElement> }) {
  return (
    <dialog ref={ref} className="modal" aria-labelledby="keys-head">
      <div className="modal-box bg-paper max-w-md">
        <h2 id="keys-head" className="font-semibold text-[15px] mb-3 flex gap-2.5">
          <span className="double-bar h-[18px]" aria-hidden />
          All keys
        </h2>
        <table className="w-full">
          <tbody>
            {keyTable.map(({ keys, does }) => (
              <tr key={keys}>
                <th scope="row" className="text-left font-mono font-normal whitespace-pre pr-6 py-1 w-28">
                  {keys}
                </th>
                <td className="py-1">{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <form method="dialog" className="mt-4 text-right">
          <button className="btn btn-sm">Close</button>
        </form>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button tabIndex={-1}>Close</button>
      </form>
    </dialog>
  );
}

import { keyTable } from './keys';

/** All keys and what they do. */
export function KeyTable() {
  return (
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
  );
}

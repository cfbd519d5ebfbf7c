'use client';

import { useAddress, useSession } from '../session/context';

/** Leads to the result of a URL in the Links view. */
export function TryUrl({ url }: { readonly url: string }) {
  const session = useSession();
  const address = useAddress();
  return (
    <button
      type="button"
      className="fix-button"
      title={url}
      onClick={() => {
        session.try(url);
        address.go({ view: 'links', audit: null });
      }}
    >
      Try the URL
    </button>
  );
}

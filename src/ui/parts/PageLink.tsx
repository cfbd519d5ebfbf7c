// oxlint-disable-next-line no-restricted-imports -- The one place.
import Link from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link to another page of this application, which is fetched when the link is followed. The framework would fetch it
 * as soon as the link can be seen: with the links of a plan's page, that is most of the server's work.
 */
export const PageLink = (props: Omit<ComponentProps<typeof Link>, 'prefetch'>) => <Link {...props} prefetch={false} />;

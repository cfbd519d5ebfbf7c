import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { helpPage, helpPages } from '../../../server/help/pages';
import { HelpView } from '../../../ui/help/HelpView';

export const dynamic = 'force-dynamic';

interface Props {
  readonly params: Promise<{ readonly page?: readonly string[] }>;
}

const keys = { name: 'keys', title: 'Settings and keys', sections: [] };

const pageOf = async ({ params }: Props) => {
  const [name = 'language', ...more] = (await params).page ?? [];
  return more.length > 0 ? null : name === 'keys' ? keys : helpPage(name);
};

export async function generateMetadata(props: Props): Promise<Metadata> {
  return { title: (await pageOf(props))?.title ?? 'Help' };
}

export default async function Help(props: Props) {
  const page = await pageOf(props);
  if (!page) notFound();
  return <HelpView pages={[...helpPages, { name: keys.name, title: keys.title }]} page={page} />;
}

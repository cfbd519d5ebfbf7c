import { PageLink } from '../ui/parts/PageLink';

export default function NotFound() {
  return (
    <main className="h-full grid place-content-center gap-3 p-8 max-w-lg mx-auto">
      <h1 className="text-lg font-semibold flex gap-3">
        <span className="double-bar h-6" aria-hidden />
        Nothing leads here
      </h1>
      <p>
        There is no plan with this address. It may have been deleted; a deleted plan can be brought back from the list
        for as long as that is open.
      </p>
      <PageLink className="fix-button" href="/plans">
        See all plans
      </PageLink>
    </main>
  );
}

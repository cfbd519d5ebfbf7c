import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { DeletedPlan, NewPlan as PlanBeginning, PlanSummary } from '../../wire/plans';
import { counted } from '../parts/numbers';
import { api } from '../session/api';
import { readPlanFiles } from './import';

/** A plan as a notice or a button names it. */
type NamedPlan = Pick<PlanSummary, 'id' | 'name'>;

/** Notice about the last action. */
export interface PlanNotice {
  readonly text: string;
  readonly isError: boolean;
  /** A deleted plan that can be restored. */
  readonly deleted?: NamedPlan;
}

/** The plans, and the actions on them. An action that fails changes nothing, and the notice says why. */
export interface Plans {
  readonly plans: readonly PlanSummary[];
  readonly deleted: readonly DeletedPlan[];
  readonly notice: PlanNotice | null;
  readonly closeNotice: () => void;
  /** Makes a plan and opens it. */
  readonly make: (plan: PlanBeginning) => void;
  /** Opens the plan if the files are one; otherwise they join the list. */
  readonly importFiles: (files: readonly File[]) => void;
  readonly rename: (id: string, name: string) => void;
  readonly duplicate: (id: string) => void;
  readonly remove: (plan: NamedPlan) => void;
  readonly bringBack: (plan: NamedPlan) => void;
}

/** @param justDeleted the id of a plan that was deleted on its own page, or null */
export function usePlans(
  initial: readonly PlanSummary[],
  initiallyDeleted: readonly DeletedPlan[],
  justDeleted: string | null,
): Plans {
  const router = useRouter();
  const [plans, setPlans] = useState(initial);
  const [deleted, setDeleted] = useState(initiallyDeleted);
  const [notice, setNotice] = useState<PlanNotice | null>(() =>
    justDeleted
      ? { text: 'The plan was deleted.', isError: false, deleted: { id: justDeleted, name: 'The plan' } }
      : null,
  );
  const run = (act: () => Promise<void>): void => {
    act().catch((error: unknown) => {
      const isAway = error instanceof TypeError;
      const text = isAway ? 'The server does not answer; nothing was changed.' : (error as Error).message;
      setNotice({ text, isError: true });
    });
  };
  const open = (id: string): void => router.push(`/plans/${id}`);
  const tell = (text: string, plan?: NamedPlan): void =>
    setNotice({ text, isError: false, ...(plan && { deleted: plan }) });

  return {
    plans,
    deleted,
    notice,
    closeNotice: () => setNotice(null),
    make: (plan) => run(async () => open((await api.create(plan)).id)),
    importFiles: (files) =>
      run(async () => {
        const made: PlanSummary[] = [];
        for (const plan of await readPlanFiles(files))
          made.push(await ('history' in plan ? api.createWithHistory(plan.history) : api.create(plan)));
        if (made.length === 1) return open(made[0]!.id);
        setPlans(await api.list());
        tell(`${counted(made.length, 'plan')} imported.`);
      }),
    rename: (id, name) =>
      run(async () => {
        const renamed = await api.rename(id, name);
        setPlans((all) => all.map((plan) => (plan.id === id ? renamed : plan)));
      }),
    duplicate: (id) =>
      run(async () => {
        await api.duplicate(id);
        setPlans(await api.list());
      }),
    remove: (plan) =>
      run(async () => {
        await api.delete(plan.id);
        setPlans((all) => all.filter(({ id }) => id !== plan.id));
        tell(`${plan.name} was deleted.`, plan);
        setDeleted(await api.deleted());
      }),
    bringBack: ({ id, name }) =>
      run(async () => {
        await api.restore(id);
        setPlans(await api.list());
        setDeleted(await api.deleted());
        tell(`${name} is back.`);
      }),
  };
}

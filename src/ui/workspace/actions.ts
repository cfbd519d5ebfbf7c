import type { Finding } from '../../core/rules/parts/rule';
import type { Address } from '../session/address';
import type { Draft } from '../session/change-draft';
import type { Actions } from '../session/context';
import type { Session, Snapshot } from '../session/session';
import { longestWalk } from '../session/taken';

/** The snapshot and place on the page: the user acts on them. */
export interface Drawn {
  readonly snapshot: Snapshot;
  readonly address: Address;
}

/** Setters of the workspace's state. */
export interface Outlets {
  readonly say: (sentence: string) => void;
  /** Says why something is not done, until one goes to another place than that one. */
  readonly refuse: (refusal: { readonly why: string; readonly at: Address }) => void;
  readonly change: (draft: Draft) => void;
  readonly show: (finding: Finding) => void;
}

/**
 * The actions of an open plan. They read the drawn state when they run. So they stay the same objects, and their users
 * are not redrawn.
 */
export class PlanActions implements Actions {
  readonly say: Actions['say'];
  readonly change: Actions['change'];

  constructor(
    private readonly session: Session,
    private readonly outlets: Outlets,
    private drawn: Drawn,
  ) {
    this.say = outlets.say;
    this.change = outlets.change;
  }

  /** Records the drawn state. */
  drew(drawn: Drawn): void {
    this.drawn = drawn;
  }

  readonly refuse = (why: string): void => this.outlets.refuse({ why, at: this.drawn.address });

  readonly select = (label: string): void => {
    const { address } = this.drawn;
    address.go({ screen: label });
    const { overview } = this.session.getSnapshot();
    const screen = overview.screens.find((one) => one.label === label);
    if (screen && address.view === 'plan') this.session.goTo(screen.at, overview);
  };

  readonly openAt = (offset: number): void => {
    const { snapshot, address } = this.drawn;
    const around = snapshot.overview.screens.find((screen) => screen.from <= offset && offset <= screen.to);
    address.go({ view: 'plan', screen: around?.label ?? null });
    this.session.goTo(offset, snapshot.overview);
  };

  readonly showFinding = (finding: Finding): void => {
    const { snapshot, address } = this.drawn;
    this.outlets.show(finding);
    // The Supply view selects the argument's cell.
    if (address.view === 'supply' && finding.argument !== null)
      address.go({ screen: finding.subject }, { replace: true });
    else if (address.view === 'plan') this.session.goTo(finding.range.from, snapshot.overview);
    else if (finding.subject) address.go({ screen: finding.subject });
    else this.openAt(finding.range.from);
  };

  readonly applyFix: Actions['applyFix'] = (fix, stay = false) => {
    const { snapshot, address } = this.drawn;
    const goes = address.view === 'plan' && !stay;
    if (this.session.edit(fix.edits, snapshot.overview, goes)) {
      this.say(`${fix.label}: done. Undo with Ctrl+Z.`);
      // Its button is gone; who goes on typing goes on at the change.
      if (goes) this.session.focus();
    } else this.refuse('The text has just changed there; try again.');
  };

  readonly walkTo: Actions['walkTo'] = ({ steps, taken, ...more }, how) => {
    const { address } = this.drawn;
    if (steps.length <= longestWalk)
      address.go({ view: 'walk', walk: steps === '' ? null : steps, taken, ...more }, how);
    else this.refuse('This walk is as long as an address can hold. Keep it in the plan, and begin another.');
  };

  readonly watchWalk = (of: Finding | string): void => {
    const { snapshot, address } = this.drawn;
    const { overview } = snapshot;
    const asked = typeof of === 'string' ? of : overview.findings.indexOf(of);
    void this.session.witness(asked, address.variant, overview).then((found) => {
      if (!found) return this.refuse('The text has just changed; try again.');
      const isFirst = found.variant === overview.variants[0];
      this.walkTo({ steps: found.steps, taken: 0, variant: isFirst ? null : found.variant });
    });
  };
}

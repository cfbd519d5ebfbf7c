import type { SyntaxProblem } from '../../language/syntax';
import { mayBeLeftOut, type Call, type Plan } from '../../plan/model';
import { eachStep, eachStepList } from '../../plan/steps';
import type { Fix } from './rule';

/** Values that stand in a list of arguments without a name: `push hut(5)`. */
export class NamelessValues {
  /** Calls with a list of arguments, in the order of the text. */
  private calls: readonly Call[] | null = null;

  constructor(private readonly plan: Plan) {}

  /**
   * The name for such a value, where a single argument can be meant: the only one that has to be supplied and is not
   * yet. Costs O(steps) once, and O(log steps) for each problem.
   */
  fixesFor({ from, to, fix }: SyntaxProblem): Fix[] {
    if (fix) return [];
    const call = this.callAround(from, to);
    const open = call?.target?.parameters.filter(
      (parameter) => !mayBeLeftOut(parameter) && !call.arguments.some(({ name }) => name.text === parameter.name),
    );
    if (open?.length !== 1) return [];
    const name = `${open[0]!.name}: `;
    return [{ label: `Write ${name.trim()}`, edits: [{ from, to: from, insert: name }] }];
  }

  /** The call with a range in its list of arguments, beside those that were read. */
  private callAround(from: number, to: number): Call | null {
    const calls = (this.calls ??= this.findCalls());
    let [low, high] = [0, calls.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (calls[middle]!.list!.from < from) low = middle + 1;
      else high = middle;
    }
    const call = calls[low - 1];
    const isWithin = call !== undefined && to < call.list!.to;
    return isWithin && call.arguments.every((each) => each.to <= from || to <= each.from) ? call : null;
  }

  private findCalls(): Call[] {
    const calls: Call[] = [];
    for (const { steps } of eachStepList(this.plan))
      for (const step of eachStep(steps)) if ('call' in step && step.call?.list) calls.push(step.call);
    return calls.sort((a, b) => a.list!.from - b.list!.from);
  }
}

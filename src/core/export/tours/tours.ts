import type { Job } from '../job/job';
import { detailedTour, type DetailedTour } from './tour-steps';

const known = new WeakMap<Job, DetailedTour[]>();

/** The tours of a job: of the variant that it names, otherwise of each one. Planned once. */
export function toursOf(job: Job): DetailedTour[] {
  let tours = known.get(job);
  if (!tours) {
    const { check, options } = job;
    const variants = options.variant === null ? check.plan.variants : [options.variant];
    known.set(job, (tours = variants.map((variant) => detailedTour(check, variant))));
  }
  return tours;
}

import { defineStore } from 'pinia';
import { shallowRef, toRaw, watch } from 'vue';
import { forms, msg } from '../../core/language';
import { mergePlans, readPlan, withValue, type Plan, type PlanClash } from '../../core/plan';
import type { ParcelReading, Shared } from '../../core/formats/parcel';
import { keepPhotos, parcel } from '../storage/bookFile';
import { readShared, writeShared } from '../storage/sharing';
import { useBook } from './book';
import { useKeeping } from './keeping';
import { usePlan } from './plan';

export type Parcel = Extract<ParcelReading, { ok: true }>;
type Received = NonNullable<Shared['received']>;

const LABEL = msg`add changes from the other device`;

/** A plan and its book go from device to device as one file; what was changed on both comes together here. */
class Sharing {
  private readonly plan = usePlan();

  private readonly book = useBook();

  private readonly keeping = useKeeping();

  /** Values of the plan that were changed on both devices, and not alike. */
  readonly clashes = shallowRef<PlanClash[]>([]);

  readonly pack = async (): Promise<Blob> => {
    const shared = await readShared(this.keeping.id);
    // What went out under a name is known by it, also once a demo has become a plan of one's own.
    await writeShared(this.keeping.id, shared);
    return parcel(toRaw(this.plan.plan), this.keeping.id, this.book.entries, shared);
  };

  /** @returns what came of it, in a sentence each */
  readonly takeIn = async (from: Parcel): Promise<string[]> => {
    await this.book.opened(this.keeping.id);
    const own = await readShared(this.keeping.id);
    if (from.shared && from.shared.lineage !== own.lineage)
      return [
        msg`Nothing was added: the file is of another plan. Open it from the start page to see that plan with its book.`,
      ];
    await keepPhotos(this.keeping.id, from.photos);
    const added = this.book.merge(from.entries);
    const said = [
      msg`${added} ${forms(added, 'entry was', 'entries were')} new${this.book.clashes.length > 0 ? msg`; ${this.book.clashes.length} were corrected on both devices: choose below` : ''}.`,
    ];
    if (from.plan !== undefined) said.push(...(await this.takePlan(from.plan, from.shared)));
    return said;
  };

  private async takePlan(text: string, shared: Parcel['shared']): Promise<string[]> {
    const read = readPlan(text);
    if (!read.ok) return [msg`The plan in the file could not be read: ${read.problems[0].what}.`];
    const own = await readShared(this.keeping.id);
    if (shared === undefined)
      return [msg`The file does not say which plan it is a copy of: only its book was added.`];
    const base = laterOf(own.received, shared.received);
    const merged = mergePlans(base?.plan, toRaw(this.plan.plan), read.plan);
    const refusal = this.plan.become(LABEL, merged.plan, LABEL);
    if (refusal)
      return [
        msg`The two plans do not fit together: ${refusal.what}. Yours stays as it is. Open the file from the start page of another browser to compare.`,
      ];
    await writeShared(this.keeping.id, {
      lineage: own.lineage,
      received: { at: shared.at, plan: read.plan },
    });
    this.clashes.value = merged.clashes;
    const { taken } = merged;
    if (merged.clashes.length > 0)
      return [
        msg`${taken} ${forms(taken, 'change', 'changes')} of the plan came in; ${merged.clashes.length} ${forms(merged.clashes.length, 'value was', 'values were')} changed on both devices: choose below.`,
      ];
    return [
      taken > 0
        ? msg`${taken} ${forms(taken, 'change', 'changes')} of the plan came in.`
        : msg`The plan is the same on both devices, or was changed here only.`,
    ];
  }

  /** Says which of two values holds. @returns why it cannot */
  readonly settle = (clash: PlanClash, holds: 'mine' | 'theirs'): string | undefined => {
    if (holds === 'theirs') {
      const refusal = this.plan.become(
        LABEL,
        withValue(toRaw(this.plan.plan), clash.path, clash.theirs),
        LABEL,
      );
      if (refusal) return msg`It does not fit: ${refusal.what}.`;
    }
    this.clashes.value = this.clashes.value.filter((c) => c !== clash);
    return undefined;
  };

  /** A plan that came from elsewhere, and was opened here as a new one. */
  readonly began = (id: string, from: Parcel, as: Plan): Promise<void> =>
    from.shared
      ? writeShared(id, { lineage: from.shared.lineage, received: { at: from.shared.at, plan: as } })
      : Promise.resolve();

  constructor() {
    watch(
      () => this.keeping.id,
      () => (this.clashes.value = []),
    );
  }
}

export const useSharing = defineStore('sharing', () => {
  const own = new Sharing();
  return {
    clashes: own.clashes,
    pack: own.pack,
    takeIn: own.takeIn,
    settle: own.settle,
    began: own.began,
  };
});

const laterOf = (a: Received | undefined, b: Received | undefined): Received | undefined =>
  !a || (b && b.at > a.at) ? b : a;

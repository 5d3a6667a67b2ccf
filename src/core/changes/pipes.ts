import type { Draft } from 'immer';
import { msg } from '../language';
import { pipeKind } from '../catalog/pipes';
import { HEAD, type FullPlan, type Plan, type PipePiece, type Stated } from '../plan';
import type { ChangeMakers } from './types';
import { mainEndName } from '../layout';
import { blockIn, freeId, ofBlock } from './drafts';

/** A size is a kind of pipe: bore and roughness are its own again. */
function size(piece: Draft<Stated<PipePiece>>, pipe: string): void {
  piece.pipe = pipe;
  delete piece.boreMm;
  delete piece.hazenWilliamsC;
}

/** Ids of the tees and the block or tee itself on the way from the head to a place of the main. */
export function wayTo(full: FullPlan, to: string): string[] {
  const from = new Map<string, string>([
    ...full.tees.map((t) => [t.id, t.main.from] as const),
    ...full.blocks.map((b) => [b.id, b.main.from] as const),
  ]);
  const way: string[] = [];
  for (let at: string | undefined = to; at && at !== HEAD && !way.includes(at); at = from.get(at))
    way.push(at);
  return way;
}

/** The piece of the main that ends at a block or a tee. */
export const pieceOf = (full: FullPlan, id: string): PipePiece | undefined =>
  full.blocks.find((b) => b.id === id)?.main ??
  full.tees.find((t) => t.id === id)?.main ??
  full.rings.find((r) => r.id === id)?.main;

function ownerIn(draft: Draft<Plan>, id: string): { main?: Draft<Stated<PipePiece>> } {
  return (draft.blocks.find((b) => b.id === id) ??
    draft.tees?.find((t) => t.id === id) ??
    draft.rings!.find((r) => r.id === id)!) as {
    main?: Draft<Stated<PipePiece>>;
  };
}

/** Other sizes and ways of headers and mains. */
export const PIPES_CHANGED: ChangeMakers<
  'header-size' | 'header-feed' | 'header-along' | 'second-header' | 'main-size' | 'piece-size' | 'close-ring'
> = {
  'header-size': {
    make(draft, { block, pipe }, full) {
      const header = (blockIn(draft, block).header ??= {});
      const { boreMm } = pipeKind(pipe);
      size(header, pipe);
      // A step down to a smaller pipe stays only where it is still one that was chosen wider.
      const wider = full.blocks.find((b) => b.id === block)!.header.steps.filter((s) => s.boreMm > boreMm);
      if (header.steps) {
        header.steps = header.steps.filter((s) => wider.some((w) => w.fromBed === s.fromBed));
        if (header.steps.length === 0) delete header.steps;
      }
    },
    says: ({ block, pipe }, full) => msg`lay ${pipeKind(pipe).name} as the header${ofBlock(full, block)}`,
  },
  'header-feed': {
    make(draft, { block, feed }) {
      (blockIn(draft, block).header ??= {}).feed = feed;
    },
    says: ({ block, feed }, full) =>
      feed === 'middle'
        ? msg`feed the header${ofBlock(full, block)} from its middle`
        : msg`feed the header${ofBlock(full, block)} at both ends`,
  },
  'header-along': {
    make(draft, { block, along }) {
      const header = (blockIn(draft, block).header ??= {});
      header.line = 'straight';
      header.along = along;
      delete header.alongRight;
    },
    says: ({ block, along }, full) =>
      along === 0.5
        ? msg`move the header${ofBlock(full, block)} to the middle of the beds`
        : msg`move the header${ofBlock(full, block)} to the ${along < 0.5 ? msg`near` : msg`far`} ends of the beds`,
  },
  'second-header': {
    make(draft, { block }) {
      const header = (blockIn(draft, block).header ??= {});
      header.line = 'straight';
      header.along = 0;
      delete header.alongRight;
      header.other = { along: 1 };
    },
    says: ({ block }, full) => msg`feed the beds${ofBlock(full, block)} from two headers, one at each end`,
  },
  'close-ring': {
    make(draft, { from, to, pipe }) {
      const rings = (draft.rings ??= []);
      rings.push({ id: freeId(rings, 'ring'), to, main: { from, pipe } });
    },
    says: ({ from, to, pipe }, full) =>
      msg`close a ring with ${pipeKind(pipe).name} from ${mainEndName(full, from)} to ${mainEndName(full, to)}`,
  },
  'piece-size': {
    make: (draft, { to, pipe }) => size((ownerIn(draft, to).main ??= {}), pipe),
    says: ({ to, pipe }, full) => {
      const block = full.blocks.find((b) => b.id === to)?.name;
      return msg`lay ${pipeKind(pipe).name} as the stretch of the main that ends at ${block ?? msg`the tee`}`;
    },
  },
  'main-size': {
    make(draft, { to, pipe }, full) {
      const { boreMm } = pipeKind(pipe);
      for (const id of wayTo(full, to)) {
        if ((pieceOf(full, id)?.boreMm ?? Infinity) >= boreMm) continue;
        const owner = ownerIn(draft, id);
        size((owner.main ??= {}), pipe);
      }
    },
    says: ({ to, pipe }, full) => {
      const block = full.blocks.length > 1 ? full.blocks.find((b) => b.id === to)?.name : undefined;
      return msg`lay ${pipeKind(pipe).name} as the main${block ? msg` to ${block}` : ''}`;
    },
  },
};

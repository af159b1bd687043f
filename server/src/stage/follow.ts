import type { ShareTarget, StageEvent } from '@intervallum/contract';
import type { Scope } from '../db/scope.ts';
import { Refusal } from '../http/problem.ts';
import type { OpenEvents } from '../live/events.ts';
import type { LiveHub } from '../live/hub.ts';
import type { StageService } from './service.ts';

/** Up to where a page heard before its line broke: the number of the last cue of a show. */
export interface Heard {
  readonly show: string;
  readonly number: number;
}

/** What a page says it heard last, in the header that browsers send when they come again (WHATWG HTML, 9.2.4). */
export function heardOf(header: string | undefined): Heard | null {
  const found = /^([0-9a-f-]{36}) (\d{1,9})$/.exec(header ?? '');
  return found ? { show: found[1]!, number: Number(found[2]) } : null;
}

const idOf = ({ show, number }: Heard) => `${show} ${number}`;

/**
 * Lets pages follow sets that are played: each cue goes to each page once and in order, whichever server took it. What a page
 * missed is read from the table of cues; many that come at once are answered by one look into it.
 */
export function stageFollowing(hub: LiveHub, stage: StageService) {
  const look = shared((scope, setId) => stage.now(scope, setId));
  const holds = shared(stage.holds);

  return (scope: Scope, setId: string, events: OpenEvents, before: Heard | null): (() => void) => {
    let heard = before;
    /** What was told while it was looked; null where it is told on at once. */
    let waiting: StageEvent[] | null = [];
    let isAgain = false;
    let isGone = false;

    function pass(event: StageEvent): void {
      if (event.kind === 'show') {
        // A page that came again knows the show; where it is another one, it begins anew.
        const id = event.show?.id ?? null;
        if (id !== null && heard?.show !== id) heard = { show: id, number: 0 };
        events.send(event, heard ? idOf(heard) : undefined);
        return;
      }
      if (event.kind === 'charts') {
        events.send(event);
        return;
      }
      const { number } = event.taken;
      const known = heard?.show === event.show ? heard.number : null;
      if (known !== null && number <= known) return;
      if (known === null || number > known + 1) {
        catchUp();
        return;
      }
      heard = { show: event.show, number };
      events.send(event, idOf(heard));
    }

    function catchUp(): void {
      if (waiting) {
        isAgain = true;
        return;
      }
      waiting = [];
      void read();
    }

    async function read(): Promise<void> {
      try {
        const found = await look(scope, setId);
        if (isGone) return;
        const told = waiting ?? [];
        waiting = null;
        pass({ kind: 'show', show: found.show });
        const { show } = found;
        if (show) for (const taken of found.cues) pass({ kind: 'cue', show: show.id, taken });
        for (const event of told) pass(event);
      } catch (error) {
        // The database is away, or the set is gone: the page comes again by itself, and says what it heard.
        if (!(error instanceof Refusal)) hub.report(error);
        events.end();
        return;
      }
      if (isAgain) {
        isAgain = false;
        catchUp();
      }
    }

    async function tellCharts({ kind, id }: ShareTarget): Promise<void> {
      try {
        const isShown = kind === 'set' ? id === setId : await holds(scope, setId, id);
        if (isShown && !isGone) pass({ kind: 'charts' });
      } catch (error) {
        // Whether it is shown is not known while the database is away: when it is back all are told.
        hub.report(error);
      }
    }

    const leave = hub.follow(scope.teamId, setId, {
      tell: (event) => (waiting ? void waiting.push(event) : pass(event)),
      again: () => {
        catchUp();
        pass({ kind: 'charts' });
      },
      saved: (of) => void tellCharts(of),
      check: events.check,
      end: events.end,
    });
    void read();
    return () => {
      isGone = true;
      leave();
    };
  };
}

/**
 * A look that many share. Who comes while one is under way waits for the next one, which begins after they came: so nobody is
 * answered with what was before.
 */
function shared<Of extends readonly string[], Found>(
  look: (scope: Scope, ...of: Of) => Promise<Found>,
): (scope: Scope, ...of: Of) => Promise<Found> {
  const rooms = new Map<string, { now: Promise<Found>; next: Promise<Found> | null }>();
  const begin = (room: string, scope: Scope, of: Of): Promise<Found> => {
    const now = look(scope, ...of);
    rooms.set(room, { now, next: null });
    const end = () => {
      if (rooms.get(room)?.now === now && rooms.get(room)?.next === null) rooms.delete(room);
    };
    now.then(end, end);
    return now;
  };
  return (scope, ...of) => {
    const room = [scope.teamId, ...of].join(' ');
    const there = rooms.get(room);
    if (!there) return begin(room, scope, of);
    const after = () => begin(room, scope, of);
    return (there.next ??= there.now.then(after, after));
  };
}

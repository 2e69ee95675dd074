import '../src/styles.css';
import { Tooltip } from 'radix-ui';
import { useEffect } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { keysSelected, opened } from '../src/editing/index.ts';
import { OwnCharts } from '../src/panels/charts/index.ts';
import { NumbersPanel } from '../src/panels/numbers/index.ts';
import { PLAIN_ONION } from '../src/picture/stage/index.ts';
import { EditingPicture, EditingTime, Spread } from '../src/spread/index.ts';
import { createStore } from '../src/state/index.ts';
import { ClockProvider, useClock } from '../src/time/index.ts';
import { crowdedMotion, denseMotion, drawnMotion } from './crowded-motion.ts';
import { filmTimes } from './film-times.ts';
import { LanesBench } from './LanesBench.tsx';
import type { BenchWindow } from './window.ts';

/** The Bench over a crowded motion, without a server: what `npm run bench` drives and measures. */
const asked = new URLSearchParams(location.search);
const isDense = asked.has('curves');
localStorage.setItem(
  'undulan:onion',
  JSON.stringify({ ...PLAIN_ONION, on: !isDense, before: 3, after: 3, style: 'filled' }),
);
const closed = asked.get('closed');
if (closed) localStorage.setItem('undulan:bench-page:closed-strips', JSON.stringify(closed.split(',')));

const bench = window as unknown as BenchWindow;
bench.inputMs = [];
bench.filmTimes = filmTimes;

/** From the moment a pointer move is handled until what it changed has been painted. */
addEventListener(
  'pointermove',
  () => {
    const from = performance.now();
    requestAnimationFrame(() => {
      const { port1, port2 } = new MessageChannel();
      port1.onmessage = () => void bench.inputMs.push(performance.now() - from);
      port2.postMessage(null);
    });
  },
  true,
);

function Report() {
  const clock = useClock();
  useEffect(() => {
    bench.clock = clock;
  }, [clock]);
  return null;
}

const motion = isDense ? denseMotion() : asked.has('drawn') ? drawnMotion() : crowdedMotion();
const store = createStore();
store.dispatch(
  opened({
    source: { kind: 'draft', id: 'bench' },
    stored: { version: 1, work: { motion, details: null }, history: { first: 0, steps: [], done: 0 } },
  }),
);

// The one to drag: in a crowd selected keys are the ones that can be found by name.
if (isDense) store.dispatch(keysSelected({ keys: [{ subjectId: 'lid', channelId: 'position.x', frame: 496 }] }));

createRoot(document.getElementById('root')!).render(
  <Provider store={store}>
    <Tooltip.Provider>
      {asked.has('lanes') ? (
        <LanesBench>
          <Report />
        </LanesBench>
      ) : (
        <ClockProvider range={motion.range} rate={motion.rate}>
          <Report />
          <main className="h-full">
            <Spread
              name="bench-page"
              pages="both"
              picture={
                <EditingPicture
                  tone="take"
                  target={null}
                  noTarget="There is no target here."
                  targetShown={false}
                  onTargetShown={() => undefined}
                  courseId=""
                >
                  <NumbersPanel />
                  <OwnCharts tone="take" target={null} />
                </EditingPicture>
              }
              time={<EditingTime name="bench-page" tone="take" target={null} rangeFixed={null} />}
            />
          </main>
        </ClockProvider>
      )}
    </Tooltip.Provider>
  </Provider>,
);

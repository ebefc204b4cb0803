import { renderToStaticMarkup } from 'react-dom/server';
import { valveSpans } from '../../core/cam/base-circle.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import type { Engine } from '../../core/engine/engine.js';
import { placesOf } from '../../core/engine/places.js';
import type { Mark } from '../../core/judge/mark.js';
import { CrankSideView } from './CrankSideView.js';
import { CrankStrip } from './CrankStrip.js';
import { CylinderSection } from './CylinderSection.js';
import { DegreeWheel } from './DegreeWheel.js';
import { MarginBar } from './MarginBar.js';
import { MeasureList } from './MeasureList.js';
import { MiniMap } from './MiniMap.js';
import { SheetHead } from './SheetHead.js';
import { StageRibbon } from './StageRibbon.js';
import type { DialFace } from './ValveDial.js';
import { ValveMap } from './ValveMap.js';
import { VerdictMark } from './VerdictMark.js';
import { WeekChart } from './WeekChart.js';

const v8 = LAYOUTS[0].engine as Engine;
/** The names that a screen reader hears of what can be pressed. */
const named = (markup: string) => [...markup.matchAll(/aria-label="([^"]+)"/g)].map(([, name]) => name);

describe('the valve map', () => {
  const face = (change: Partial<DialFace> = {}): DialFace => ({
    mark: 'missing', value: null, limit: { min: 0.5, max: 1.5 }, figure: '', resting: true, ...change,
  }); // prettier-ignore
  const faces = Object.fromEntries(placesOf(v8, 'valve').map((place) => [place, face()]));
  const draw = (change: Record<string, DialFace>, active = '1I', typed = '') =>
    renderToStaticMarkup(
      <ValveMap banks={v8.banks} faces={{ ...faces, ...change }} active={active} typed={typed} onPick={() => {}} />,
    );

  test('every valve can be pressed and says its place, value, verdict and whether it may be set', () => {
    const names = named(draw({ '6E': face({ mark: 'high', value: 1.9, figure: '74', resting: false }) }));
    expect(names).toContain('6 exhaust: 74, high, on its lobe or ramp');
    expect(names).toContain('1 intake: missing, may be set now');
    expect(names.filter((name) => /intake|exhaust/.test(name))).toHaveLength(16);
  });

  test('what is typed stands in the active valve, and only there', () => {
    const markup = draw({}, '3E', '0.62');
    expect(markup.match(/>0\.62</g)).toHaveLength(1);
    expect(markup).toContain('data-place="3E"');
  });

  test('where it only shows, a valve is a picture with its words, and no crank is spoken of', () => {
    const shown = Object.fromEntries(placesOf(v8, 'valve').map((place) => [place, face({ resting: undefined })]));
    const markup = renderToStaticMarkup(<ValveMap banks={v8.banks} faces={shown} />);
    expect(markup).not.toContain('button');
    expect(markup).not.toContain('tabindex');
    expect(named(markup)).toContain('1 intake: missing');
  });

  test('one valve alone is reached by Tab, the others by the arrows', () => {
    expect(draw({}, '5I').match(/tabindex="0"/g)).toHaveLength(1);
  });
});

describe('the crank strip', () => {
  const spans = valveSpans(v8.firingOrder, v8.intervals, v8.seatEvents);

  test('is a slider where the crank can be turned, and a picture where it only shows', () => {
    const slider = renderToStaticMarkup(
      <CrankStrip spans={spans} crankDeg={110} stops={[110]} marginDeg={15} onTurn={() => {}} />,
    );
    expect(slider).toContain('role="slider"');
    expect(slider).toContain('aria-valuenow="110"');
    const picture = renderToStaticMarkup(<CrankStrip spans={spans} crankDeg={110} stops={[]} marginDeg={15} />);
    expect(picture).toContain('role="img"');
    expect(picture).not.toContain('slider');
  });

  test('says the degrees to the ramp of every valve, or that it lifts', () => {
    const markup = renderToStaticMarkup(<CrankStrip spans={spans} crankDeg={0} stops={[]} marginDeg={15} />);
    expect(markup).toContain('>I 114°<');
    expect(markup.match(/lifts/g)!.length + markup.match(/[IE] \d+°/g)!.length).toBe(16);
  });
});

describe('the degree wheel', () => {
  test('says what stands under the pointer in the words of the builder’s wheel', () => {
    const draw = (face: '0-90-0-90-0' | '0-180-0' | '0-360') =>
      named(renderToStaticMarkup(<DegreeWheel face={face} runs="with" crankDeg={224} finds={[]} />))[0];
    expect(draw('0-90-0-90-0')).toContain('pointer at 44° after BDC');
    expect(draw('0-180-0')).toContain('pointer at 136° before TDC');
    expect(draw('0-360')).toContain('pointer at 224°');
  });

  test('names what was found on it', () => {
    const finds = [{ key: 'a', deg: 30, label: 'first', kind: 'stop' as const }];
    const markup = renderToStaticMarkup(<DegreeWheel face="0-360" runs="with" crankDeg={0} finds={finds} />);
    expect(named(markup)[0]).toContain('first');
    expect(markup).toContain('>first<');
  });
});

describe('the crank from the side', () => {
  test('only the places of the active measure take a number', () => {
    const faces = { M1: { mark: 'in' as Mark, figure: '0.0026' }, M2: { mark: 'missing' as Mark, figure: '' } };
    const names = named(
      renderToStaticMarkup(<CrankSideView engine={v8} faces={faces} active="M2" typed="2.4" onPick={() => {}} />),
    );
    expect(names).toEqual(expect.arrayContaining(['main 1: 0.0026, in', 'main 2: missing']));
    expect(names.some((name) => name.startsWith('crank pin'))).toBe(false);
  });
});

describe('small drawings', () => {
  test('a verdict is said in words, not by colour alone', () => {
    for (const mark of ['in', 'doubt', 'low', 'high', 'suspect', 'missing', 'accepted'] as const)
      expect(renderToStaticMarkup(<VerdictMark mark={mark} word={false} />)).toMatch(/sr-only"> \w+/);
  });

  test('the map at a glance counts what it shows', () => {
    const marks = Object.fromEntries(
      placesOf(v8, 'valve').map((place, index) => [place, (index < 3 ? 'in' : 'missing') as Mark]),
    );
    expect(named(renderToStaticMarkup(<MiniMap banks={v8.banks} marks={marks} />))).toEqual([
      'Valves: 3 in, 13 missing',
    ]);
  });

  test('the margin bar draws a doubt zone at each limit, and none without uncertainty', () => {
    const draw = (limit: { min?: number; max?: number }, uncertainty: number) =>
      renderToStaticMarkup(
        <MarginBar limit={limit} uncertainty={uncertainty} value={1} mark="in" siblings={[0.9, 1.1]} figure={String} />,
      );
    expect(draw({ min: 0.5, max: 1.5 }, 0.1).match(/url\(#doubt/g)).toHaveLength(2);
    expect(draw({ max: 1.5 }, 0.1).match(/url\(#doubt/g)).toHaveLength(1);
    expect(draw({ min: 0.5, max: 1.5 }, 0)).not.toContain('url(#doubt');
  });

  test('a wild value is drawn at the end of the bar, not outside it', () => {
    const markup = renderToStaticMarkup(
      <MarginBar limit={{ min: 0, max: 1 }} uncertainty={0} value={1e6} mark="high" siblings={[]} figure={String} />,
    );
    expect(markup).toContain('M 297 14');
  });

  test('the list of measures says which is active and how far each is', () => {
    const entries = [{ key: 'bore', title: 'Cylinder bore', mark: 'in' as Mark, count: [3, 8] as [number, number] }];
    const markup = renderToStaticMarkup(
      <MeasureList label="Measures" entries={entries} active="bore" onPick={() => {}} />,
    );
    expect(markup).toContain('aria-current="step"');
    expect(markup).toMatch(/Cylinder bore.*3.*8/s);
  });

  test('the ribbon says in words how far each stage is', () => {
    const stages = [
      { key: 'a', title: 'Timing', href: '/a', state: 'done' as const },
      { key: 'b', title: 'Setting', href: '/b', state: 'open' as const },
      { key: 'c', title: 'Record', href: '/c', state: 'empty' as const },
    ];
    const markup = renderToStaticMarkup(
      <StageRibbon stages={stages} current="b" link={(stage, content) => <a href={stage.href}>{content}</a>} />,
    );
    for (const said of [', done', ', begun', ', not begun']) expect(markup).toContain(said);
  });
});

describe('a cylinder cut through', () => {
  const none = { intake: {}, exhaust: {} };
  test('says what is known of it, and nothing of what is not', () => {
    const bare = renderToStaticMarkup(<CylinderSection figures={none} labels={{}} />);
    expect(named(bare)).toEqual(['A cylinder cut through, nothing known yet']);
    const markup = renderToStaticMarkup(<CylinderSection figures={{ ...none, bore: 104.8 }} labels={{ bore: '4.125 in', stroke: undefined }} />); // prettier-ignore
    expect(named(markup)).toEqual(['A cylinder cut through: bore 4.125 in']);
    expect(markup).toContain('>4.125 in<');
  });
});

test('the front page of a record shows what the shop says as it is typed, on its own paper', () => {
  const draw = (paper: 'A4' | 'Letter') =>
    renderToStaticMarkup(<SheetHead name="Marram" address={'The Works\n Staithe Lane'} paper={paper} picture="" />);
  expect(named(draw('A4'))).toEqual(['The front page of a record on A4: Marram, The Works, Staithe Lane']);
  expect(draw('A4')).not.toContain('<image');
  expect(draw('Letter')).not.toBe(draw('A4'));
});

test('the weeks are heard without their drawing: who is worked on when, and on which day too much is asked of all hands', () => {
  const days = ['Thu 3 Dec', 'Fri 4 Dec', 'Mon 7 Dec'].map((title) => ({ day: title, title, isClosed: false, isToday: false })); // prettier-ignore
  const row = { id: '1', tag: 'PH8-031', says: 'likely by 9 Dec', isRisky: false, promised: null, waits: new Set<string>() }; // prettier-ignore
  const markup = renderToStaticMarkup(
    <WeekChart
      days={days}
      rows={[
        { ...row, days: new Map([['Thu 3 Dec', 200], ['Fri 4 Dec', 90]]) },
        { ...row, id: '2', tag: 'DT2-014', says: 'no day promised', days: new Map() },
      ]}
      active={null}
      load={new Map([['Thu 3 Dec', { asked: 200, has: 480 }], ['Fri 4 Dec', { asked: 900, has: 480 }]])}
      longest={480}
      onPick={() => {}}
      onMove={() => {}}
      onLetGo={() => {}}
      onKey={() => {}}
    />,
  ); // prettier-ignore
  expect(named(markup)).toEqual([
    'Engines over days',
    'PH8-031, likely by 9 Dec, worked on from Thu 3 Dec to Fri 4 Dec',
    'DT2-014, no day promised, no work on these days',
    'Hours of all hands: Thu 3 Dec 3 of 8; Fri 4 Dec 15 of 8, too many',
  ]);
  // What is drawn is said by a name: no text is heard besides.
  const isHidden = [false];
  for (const [tag, ends, name, how] of markup.matchAll(/<(\/?)(g|text|svg)\b([^>]*)>/g)) {
    if (ends) isHidden.pop();
    else isHidden.push(isHidden[isHidden.length - 1] || how.includes('aria-hidden="true"'));
    if (name === 'text' && !ends) expect([tag, isHidden[isHidden.length - 1]]).toEqual([tag, true]);
  }
  expect(isHidden).toEqual([false]);
});

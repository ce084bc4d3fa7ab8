import { renderToString } from 'react-dom/server';
import { bench, describe } from 'vitest';
import { bare } from '../shelf/bare';
import { layout } from './layout';
import { Plate } from './Plate';
import { sheetOf128 } from './sheets.fixture';

describe('a plate of 128 places', () => {
  bench('laid out and drawn to markup', () => {
    // A new object each time: the layout of a sheet is remembered by the sheet itself.
    const sheet = { ...sheetOf128() };
    renderToString(
      <Plate sheet={sheet} job={bare(sheet)} view="whole" label="bench" zoom={1} onAct={() => undefined} />,
    );
  });
  bench('laid out alone', () => {
    layout({ ...sheetOf128() });
  });
});

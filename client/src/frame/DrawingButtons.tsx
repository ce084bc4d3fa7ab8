import type { RefObject } from 'react';
import { saveSvg } from '../plate/saveSvg';

/** Save the drawing of a sheet, print the sheet. */
export function DrawingButtons({ box, name }: { box: RefObject<HTMLElement | null>; name: string }) {
  return (
    <div className="row wrap no-print">
      <button type="button" className="btn o" onClick={() => box.current && saveSvg(box.current, name)}>
        Save drawing
      </button>
      <button type="button" className="btn o" onClick={() => window.print()}>
        Print
      </button>
    </div>
  );
}

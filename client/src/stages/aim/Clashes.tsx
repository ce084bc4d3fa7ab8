import type { AimPicture, WishKind } from '../../api/types';
import { Mark } from '../../frame/Mark';
import { figure, WISHES } from './wishRows';

/** Wishes that contradict each other: what each leaves of the other, and either of them given way by a press. */
export function Clashes({
  picture,
  onWish,
}: {
  picture: AimPicture | undefined;
  onWish: (wish: WishKind, value: number) => void;
}) {
  return picture?.clashes?.map((c) => (
    <div key={`${c.first} ${c.second}`} className="far" role="status">
      <Mark severity="care" />
      <p>
        <b>Care</b> {c.words}
      </p>
      <p className="row">
        {c.ways.map((w) => {
          const row = WISHES.find((r) => r.wish === w.wish)!;
          return (
            <button key={w.wish} type="button" className="btn o" onClick={() => onWish(w.wish, w.value)}>
              Wish {figure(row, w.value)} {row.unit}
            </button>
          );
        })}
      </p>
    </div>
  ));
}

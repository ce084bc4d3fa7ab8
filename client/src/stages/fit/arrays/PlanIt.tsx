/** The button that plans a row or a column of a comparison, or the word that it is planned; nothing where it can't be. */
export const PlanIt = ({ what, now, onPlan }: { what: string; now?: boolean; onPlan?: () => void }) =>
  now ? (
    <>planned</>
  ) : onPlan ? (
    <button type="button" className="btn o" aria-label={`Plan it: ${what}`} onClick={onPlan}>
      Plan it
    </button>
  ) : null;

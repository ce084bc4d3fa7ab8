/** Said where parts of the shelf are to stand before it has answered. */
export const Looking = ({ away }: { away: boolean }) => (
  <p className={away ? 'quiet' : 'quiet late'}>{away ? 'The shelf does not answer now.' : 'Looking on the shelf …'}</p>
);

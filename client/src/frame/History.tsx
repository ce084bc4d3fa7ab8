import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { HistoryTable } from './HistoryTable';

/** Who did what, newest first. Nothing is ever deleted. */
export function History({
  open,
  onClose,
  number,
  lastNumber,
}: {
  open: boolean;
  onClose: () => void;
  number: string;
  lastNumber: number;
}) {
  return (
    <Dialog open={open} onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="history-title">
      <DialogTitle id="history-title">History</DialogTitle>
      <DialogContent>
        <HistoryTable number={number} lastNumber={lastNumber} open={open} />
      </DialogContent>
      <DialogActions>
        <Button href={`/api/jobs/${encodeURIComponent(number)}/document`} {...{ download: `job-${number}.json` }}>
          Export this job
        </Button>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}

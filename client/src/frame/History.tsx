import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useHistory } from '../api/hooks';
import { day } from '../format/numbers';
import { plain } from './Saying';

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
  const rows = useHistory(number, lastNumber, open).data ?? [];
  return (
    <Dialog open={open} onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="history-title">
      <DialogTitle id="history-title">History</DialogTitle>
      <DialogContent>
        <table>
          <tbody>
            {rows.map((r) => (
              <tr key={r.number}>
                <td className="num quiet">{r.number}</td>
                <td>
                  <b>{r.who}</b> {plain(r.sentence)}
                </td>
                <td className="num quiet">{day(r.at)}</td>
              </tr>
            ))}
          </tbody>
        </table>
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

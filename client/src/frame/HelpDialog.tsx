import { Button, Checkbox, Dialog, DialogActions, DialogContent, DialogTitle, FormControlLabel } from '@mui/material';
import { keysInForce } from './keys';
import { keepSetting, useSetting } from '../theme/settings';

const PLATE: [string, string][] = [
  ['Ctrl K', 'find by its name what can be done here'],
  ['arrows', 'go from place to place on the plate'],
  ['Enter', 'put what is in hand into the place, or open the place'],
  ['x', 'pick up what is in the place, to move it'],
  ['Delete', 'take out what is in the place'],
  ['Escape', 'lay back what is in hand, close the place'],
];

/** All shortcuts, and the switch that turns single keys off. */
export default function HelpDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const keys = useSetting('keys', 'on');
  return (
    <Dialog open={open} onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="help-title">
      <DialogTitle id="help-title">Keys</DialogTitle>
      <DialogContent>
        <table>
          <tbody>
            {[...keysInForce().map((s) => [s.key, s.what] as const), ...PLATE].map(([key, what]) => (
              <tr key={key + what}>
                <td>
                  <kbd>{/^[A-Z]$/.test(key) ? `Shift ${key}` : key}</kbd>
                </td>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <FormControlLabel
          control={
            <Checkbox checked={keys === 'on'} onChange={(e) => keepSetting('keys', e.target.checked ? 'on' : 'off')} />
          }
          label="Single keys are on"
        />
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}

import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useState, type FormEvent } from 'react';
import { person, usePerson } from '../api/person';

/** Asks once for the name that history tells. */
export default function WhoDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const known = usePerson();
  const [name, setName] = useState(known);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return;
    person.set(name.trim().slice(0, 80));
    onClose();
  };
  return (
    <Dialog open={open} onClose={() => known && onClose()} aria-labelledby="who-title" maxWidth="xs" fullWidth>
      <form onSubmit={submit}>
        <DialogTitle id="who-title">Who is working here?</DialogTitle>
        <DialogContent>
          <p className="quiet">History tells who did what. The name stays in this browser.</p>
          <label className="field-label" htmlFor="who-name">
            Your name
          </label>
          <input
            id="who-name"
            className="inp"
            value={name}
            onChange={(e) => setName(e.target.value)}
            autoFocus
            maxLength={80}
            autoComplete="name"
          />
        </DialogContent>
        <DialogActions>
          <Button type="submit" variant="contained" disabled={!name.trim()}>
            That is me
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

import { Dialog } from '@mui/material';
import { useRef, useState } from 'react';
import { usePhotoEdits, usePhotos } from '../../api/hooks';
import { short } from '../../format/numbers';
import { useDesk } from '../../frame/desk';

/** Photos of one place. A tablet offers its camera; a copy without location is stored. */
export function PhotoStrip({ about }: { about: string }) {
  const { job } = useDesk();
  const photos = (usePhotos(job.number).data ?? []).filter((p) => p.about === about);
  const { add, drop } = usePhotoEdits(job.number);
  const picker = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState<number | null>(null);
  const address = (id: number) => `/api/jobs/${encodeURIComponent(job.number)}/photos/${id}`;
  const name = about === 'machine' ? 'the machine' : short(about);
  const take = (files: FileList | null) => {
    for (const file of [...(files ?? [])].slice(0, 20)) add.mutate({ file, about, note: '' });
  };
  return (
    <div className="stack" data-photos={about}>
      {photos.length > 0 && (
        <ul className="plain photos" aria-label={`Photos of ${name}`}>
          {photos.map((p) => (
            <li key={p.id}>
              <button type="button" onClick={() => setOpen(p.id)} aria-label={`Photo of ${name} by ${p.who}, enlarge`}>
                <img src={address(p.id)} alt="" width={72} height={54} loading="lazy" />
              </button>
            </li>
          ))}
        </ul>
      )}
      <div className="row">
        <button type="button" className="btn" disabled={add.isPending} onClick={() => picker.current?.click()}>
          {add.isPending ? 'Storing' : `Photo of ${name}`}
        </button>
        <input
          ref={picker}
          type="file"
          accept="image/*"
          capture="environment"
          multiple
          hidden
          aria-label={`Photos of ${name}`}
          onChange={(e) => {
            take(e.target.files);
            e.target.value = '';
          }}
        />
      </div>
      {add.error && <p className="err">{add.error.message}</p>}
      <Dialog open={open !== null} onClose={() => setOpen(null)} maxWidth="lg" aria-label={`Photo of ${name}`}>
        {open !== null && <img src={address(open)} alt={`Photo of ${name}`} className="photo-large" />}
        <div className="row photo-foot">
          <button type="button" className="btn o" onClick={() => setOpen(null)}>
            Close
          </button>
          <button
            type="button"
            className="btn"
            onClick={() => {
              if (open !== null) drop.mutate(open);
              setOpen(null);
            }}
          >
            Drop this photo
          </button>
        </div>
      </Dialog>
    </div>
  );
}

import { Link } from 'react-router';

/** A whole page with one sentence: nothing to show yet, or nothing here. */
export function Message({ title, text }: { title: string; text: string }) {
  return (
    <main className="message">
      <h1>{title}</h1>
      <p>{text}</p>
      <p>
        <Link to="/">To the bench</Link>
      </p>
    </main>
  );
}

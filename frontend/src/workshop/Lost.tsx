import { Link } from "react-router";

/** Where an address leads nowhere. */
export function Lost() {
  return (
    <div className="p-8">
      <h1 className="mb-2 text-3xl">There is no path here</h1>
      <p>
        <Link to="/" className="font-bold text-pine underline">
          Back to the shelf
        </Link>
      </p>
    </div>
  );
}

import clsx from "clsx";
import { NavLink } from "react-router";
import type { api } from "../../api/client";

type Book = Awaited<ReturnType<typeof api.contents>>;

/** All pages of the handbook, by their groups. */
export function Contents({ book }: { book: Book }) {
  return (
    <nav aria-label="Pages of the handbook">
      <Pages pages={book.pages.filter(({ group }) => group === "")} />
      {Object.entries(book.groups).map(([group, title]) => (
        <section key={group} className="mt-4">
          <h2 className="text-lg">{title}</h2>
          <Pages pages={book.pages.filter((page) => page.group === group)} />
        </section>
      ))}
    </nav>
  );
}

function Pages({ pages }: { pages: Book["pages"] }) {
  return (
    <ul>
      {pages.map(({ name, title }) => (
        <li key={name}>
          <NavLink
            to={`/handbook/${name}`}
            className={({ isActive }) =>
              clsx("block py-0.5 hover:underline", isActive && "font-bold text-pine")
            }
          >
            {shortened(title)}
          </NavLink>
        </li>
      ))}
    </ul>
  );
}

/** A recipe's title without the words that all of them begin with. */
const shortened = (title: string) => title.replace(/^How do I (.*)\?$/, "$1");

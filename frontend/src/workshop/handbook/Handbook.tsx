import { useMutation, useQuery } from "@tanstack/react-query";
import { type MouseEvent, useEffect, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { api } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useShow } from "../data";
import { OnceThere } from "../WithGame";
import { Contents } from "./Contents";
import { Found } from "./Found";
import { useBook } from "./useBook";

const FIRST = "begin";

/** The handbook: what there is, what is sought in it, and one page. */
export function Handbook() {
  const name = useParams()["*"] || FIRST;
  const [sought, setSought] = useState("");
  const book = useBook();
  const page = useQuery({
    queryKey: ["handbook", name],
    queryFn: () => api.page(name),
    staleTime: Infinity,
  });
  return (
    <div
      className="grid h-full grid-cols-[17rem_1fr] max-md:grid-cols-1 print:block"
      data-handbook={name}
    >
      <div className="flex min-h-0 flex-col border-r border-line max-md:border-r-0 max-md:border-b print:hidden">
        <div className="p-4 pb-2">
          <input
            type="search"
            aria-label="Search the handbook"
            placeholder="Search the handbook"
            className="w-full rounded-sm border border-edge bg-sheet px-2 py-1"
            value={sought}
            onChange={({ target }) => setSought(target.value)}
          />
        </div>
        <div className="min-h-0 flex-1 overflow-auto px-4 pb-6 max-md:max-h-60" tabIndex={0}>
          {sought.trim() ? <Found words={sought} /> : book && <Contents book={book} />}
        </div>
      </div>
      <div className="min-h-0 overflow-auto px-10 py-7 max-md:px-5" data-pages tabIndex={0}>
        <OnceThere
          found={page}
          waiting="Opening the page …"
          missing="The handbook has no such page"
        >
          {(opened) => <Opened key={opened.name} page={opened} />}
        </OnceThere>
      </div>
    </div>
  );
}

type Page = Awaited<ReturnType<typeof api.page>>;

/** One page. Its links go on in the workshop; that of a heading is gone to once it is there. */
function Opened({ page }: { page: Page }) {
  const article = useRef<HTMLElement>(null);
  const go = useNavigate();
  const { hash } = useLocation();
  useEffect(() => {
    const target = hash && document.getElementById(decodeURIComponent(hash.slice(1)));
    if (target) target.scrollIntoView();
    else article.current?.closest("[data-pages]")?.scrollTo(0, 0);
  }, [hash, page.name]);
  const follow = (event: MouseEvent) => {
    const link = (event.target as Element).closest("a");
    const to = link?.getAttribute("href") ?? "";
    if (!/^[/#]/.test(to) || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    void go(to);
  };
  return (
    <article ref={article} className="max-w-3xl">
      <h1 className="text-3xl">{page.title}</h1>
      {page.recipe && <OpenAsGame name={page.name} />}
      <div
        className="handbook"
        onClick={follow}
        // the handbook's own pages, made from its Markdown without any HTML in it
        dangerouslySetInnerHTML={{ __html: page.html }}
      />
      {page.after && (
        <p className="mt-8 border-t border-line pt-3 print:hidden">
          <Link to={`/handbook/${page.after}`} data-after className="font-bold text-pine underline">
            Next page
          </Link>
        </p>
      )}
    </article>
  );
}

/** Puts the game of a recipe on the shelf, and goes to its rules. */
function OpenAsGame({ name }: { name: string }) {
  const go = useNavigate();
  const show = useShow();
  const open = useMutation({
    mutationFn: () => api.openAsGame(name),
    onSuccess: (game) => {
      show.game(game);
      void show.shelf();
      void go(`/games/${game.id}/rules`);
    },
  });
  return (
    <div className="mt-3 flex flex-col items-start gap-2 print:hidden">
      <Button weight="main" disabled={open.isPending} onClick={() => open.mutate()}>
        {open.isPending ? "Opening …" : "Open as a game"}
      </Button>
      {open.error && <Notice tone="bad">{open.error.message}</Notice>}
    </div>
  );
}

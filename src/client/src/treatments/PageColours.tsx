import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { Group } from "../destinations/fields";
import { copyText } from "../shell/clipboard";
import { Button } from "../ui/Button";

const sides = [
  ["top", "above"],
  ["right", "to the right"],
  ["bottom", "below"],
  ["left", "to the left"],
] as const;

/** Colours that go with a picture as it is framed in a slot; with the page's colour, how far its edges are from that. */
export function useColours(source: string | undefined, slot: string | undefined, page?: string) {
  return useQuery({
    queryKey: keys.treated.of({ colours: source, slot, page }),
    queryFn: () =>
      answer(
        api.GET("/api/sources/{id}/colours", {
          params: { path: { id: source ?? "" }, query: { ...(slot && { slot }), ...(page && { page }) } },
        }),
      ),
    enabled: source !== undefined,
  });
}

/** The colours of a page that go on from the edges of a picture, its main colours, and what reads on them. */
export function PageColours({ source, slot, page }: { source: string; slot: string; page?: string }) {
  const { data } = useColours(source, slot, page);
  if (!data) return null;
  const copy = () => void copyText(`${data.css.join("\n")}\n`, "The colours as CSS");
  return (
    <Group
      title="Page colour"
      aside={
        <span className="text-ink">
          <Button onClick={copy}>Copy CSS</Button>
        </span>
      }
    >
      <ul aria-label="Goes on from its edges" className="flex flex-wrap gap-x-3 gap-y-1.5">
        {sides.map(([side, words]) => (
          <li key={side} className="flex items-center gap-1.5">
            <Swatch colour={data.edges[side]} />
            {words} <span className="figures">{data.edges[side]}</span>
            {data.spread[side] > data.apparent && <span className="text-soft">uneven</span>}
          </li>
        ))}
      </ul>
      <ul aria-label="Main colours" className="flex flex-wrap gap-1.5">
        {data.main.map(({ hex, share, text }) => (
          <li
            key={hex}
            className="figures rounded border border-line px-1.5 py-0.5"
            style={{ background: hex, color: text }}
          >
            {hex} {Math.round(share * 100)} %
          </li>
        ))}
      </ul>
      {data.fromPage && page && <p className="text-soft">{sentenceOf(data.fromPage, data.apparent, page)}</p>}
    </Group>
  );
}

function Swatch({ colour }: { colour: string }) {
  return <span className="inline-block size-4 rounded border border-line" style={{ background: colour }} />;
}

function sentenceOf(differences: Schemas["EdgeDifferences"], apparent: number, page: string): string {
  const apart = sides.filter(([side]) => differences[side] > apparent);
  if (apart.length === 0) return `Its edges go over into the page's colour, ${page}.`;
  const named = apart.map(([side, words]) => `${words} by ΔE ${differences[side].toFixed(0)}`);
  return `Its edges stand out from the page's colour, ${page}: ${named.join(", ")}.`;
}

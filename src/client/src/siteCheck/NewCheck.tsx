import { useRef, useState } from "react";
import { copyText } from "../shell/clipboard";
import { type Placed, placed, withoutLeftovers } from "../sources/droppedFiles";
import { Button } from "../ui/Button";
import { TextBox } from "../ui/Field";
import { FilesInput } from "../ui/FileInput";
import { useMeasuringScript } from "./useSiteChecks";

/** The ways in which a site comes here. */
export function NewCheck({
  onFiles,
  onAddresses,
  onDemo,
  sent,
}: {
  onFiles: (files: Placed[]) => void;
  onAddresses: (addresses: readonly string[]) => void;
  onDemo: () => void;
  /** How much of what is being sent has arrived, 0 to 1. */
  sent: number | undefined;
}) {
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const script = useMeasuringScript();
  const [isCopied, setIsCopied] = useState(false);
  const [addresses, setAddresses] = useState("");
  const take = (chosen: File[]) => onFiles(withoutLeftovers(chosen).map(placed));
  return (
    <div className="grid gap-4">
      <FilesInput input={files} label="Files of a site" onFiles={take} />
      <FilesInput input={folder} label="A site's folder" isFolder onFiles={take} />
      <ul className="grid border-t border-line">
        <Way
          title="A site's folder or ZIP"
          says="Pages, style sheets and pictures as they lie on the server, or a folder of pictures alone. Drop it anywhere here."
        >
          <Button onClick={() => folder.current?.click()}>Choose a folder…</Button>
          <Button onClick={() => files.current?.click()}>Choose files…</Button>
        </Way>
        <Way
          title="What a browser saved of a page"
          says="In the browser's network tool, load the page and save all as HAR with contents. Drop several, of as many pages as you like."
        />
        <Way
          title="Sizes as a browser shows them"
          says="Open the page, paste this line into the browser's console, and drop the file that it saves in here, beside the site. Nothing is sent anywhere."
        >
          <Button
            disabled={!script.data}
            onClick={() => {
              void copyText(script.data ?? "", "The measuring line");
              setIsCopied(true);
            }}
          >
            {isCopied ? "Copy the line again" : "Copy the line"}
          </Button>
        </Way>
        <Way
          title="Addresses of your own site"
          says="Pages, or its sitemap.xml. They are fetched one after the other, as robots.txt allows, from the hosts that you name and no other."
        >
          <form
            className="flex gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              onAddresses(addresses.split(/\s+/).filter(Boolean));
            }}
          >
            <TextBox
              aria-label="Addresses"
              placeholder="https://…"
              className="w-52"
              value={addresses}
              onChange={(event) => setAddresses(event.target.value)}
            />
            <Button type="submit" disabled={addresses.trim() === ""}>
              Fetch
            </Button>
          </form>
        </Way>
        <Way
          title="An example"
          says="Six pages of Galewright Kites, an invented shop, with pictures that need mending."
        >
          <Button onClick={onDemo}>Check the example</Button>
        </Way>
      </ul>
      {sent !== undefined && (
        <p className="flex items-center gap-3" role="status">
          <progress value={sent} aria-label="Sent" className="h-1.5 grow" />
          <span className="figures">{Math.round(sent * 100)} % sent</span>
        </p>
      )}
    </div>
  );
}

function Way({ title, says, children }: { title: string; says: string; children?: React.ReactNode }) {
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-4 border-b border-line py-3">
      <span className="grid gap-0.5 text-left">
        <b className="font-semibold">{title}</b>
        <span className="text-soft">{says}</span>
      </span>
      <span className="grid gap-1.5">{children}</span>
    </li>
  );
}

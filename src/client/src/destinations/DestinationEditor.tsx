import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { answer, api, type Destination } from "../data/client";
import { keys } from "../data/keys";
import { count, moment } from "../instruments/numbers";
import { say, sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { CheckBox } from "../ui/CheckBox";
import { TextBox } from "../ui/Field";
import { FileInput } from "../ui/FileInput";
import { ChoiceField, Field, Group, TextField, useValue } from "./fields";
import { useDeliveries, useSetDelivery } from "./useDeliveries";

const kinds = [
  ["site", "a site or shop of one's own"],
  ["marketplace", "a marketplace"],
  ["social", "a social network"],
  ["newsletter", "a newsletter"],
  ["print", "an archive or a printer"],
] as const;

/** What a destination says beside its slots: its name, where its numbers come from, and its devices. */
export function DestinationEditor({ isOutdated, today }: { isOutdated: boolean; today: string }) {
  const [checkedOn, setCheckedOn] = useValue<string>("checkedOn");
  const [id] = useValue<string>("id");
  return (
    <>
      <h2 className="text-[15px]">About this destination</h2>
      <Group title="Destination" aside={<span className="figures">{id}</span>}>
        <TextField path="name" label="Name" />
        <ChoiceField path="kind" label="Kind" choices={kinds} />
        <TextField path="note" label="Note" multiline optional />
      </Group>
      <Group title="Where its numbers come from">
        <TextField
          path="numbersFrom"
          label="Source of these limits"
          optional
          placeholder="the place's own help page, a measurement"
        />
        <div className="flex items-end gap-2">
          <Field path="checkedOn" label="Last checked on" className="w-44">
            {(control) => (
              <TextBox
                {...control}
                type="date"
                figures
                value={checkedOn ?? ""}
                onChange={(event) => setCheckedOn(event.target.value || undefined, "last checked")}
              />
            )}
          </Field>
          <Button onClick={() => setCheckedOn(today, "last checked")}>Checked today</Button>
        </div>
        {isOutdated && (
          <p className="border-l-3 border-warn px-2.5">
            That is more than six months ago. Places change their numbers: check them again.
          </p>
        )}
      </Group>
      <Group title="Where pages find its files">
        <TextField
          path="baseAddress"
          label="Base address"
          optional
          mono
          placeholder="https://pictures.galewright.example/shop"
          hint="What the addresses in the markup begin with. Left empty, they are those of a package that was unpacked beside the page."
        />
        {id && <DeliveryField id={id} />}
      </Group>
      <DevicesEditor />
    </>
  );
}

/** Whether this server delivers the destination's pictures to the pages that show them. It is done at once, and not part of the document. */
function DeliveryField({ id }: { id: string }) {
  const deliveries = useDeliveries();
  const set = useSetDelivery();
  const since = deliveries.data?.find((one) => one.destination === id);
  return (
    <>
      <CheckBox checked={since !== undefined} onChecked={(published) => set.mutate({ id, published })}>
        Deliver its pictures from this server
      </CheckBox>
      <p className="text-xs text-soft">
        {since
          ? `Delivered since ${moment(since.publishedAt)}, at /pictures/${id}/. What is not made yet is made when a page asks for it; the format is what the browser reads.`
          : "Pages can then fetch them here, or through a cache in front of it. Nothing of it is public until it is switched on."}
      </p>
    </>
  );
}

function DevicesEditor() {
  const [own, set] = useValue<Destination["devices"]>("devices");
  const file = useRef<HTMLInputElement>(null);
  const invented = useQuery({
    queryKey: keys.devices,
    queryFn: async () => (await answer(api.GET("/api/devices"))).devices,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const table = own ?? invented.data ?? [];
  const sum = table.reduce((total, device) => total + Number(device.share), 0) || 1;
  const take = async (chosen: File) => {
    try {
      const read = await answer(
        api.POST("/api/devices/read", {
          body: await chosen.text(),
          bodySerializer: (text) => text,
          headers: { "Content-Type": "text/csv" },
        }),
      );
      set(read.devices, "devices");
      say([`${chosen.name}: ${count(read.devices.length)} screens.`, ...read.notes].join(" "));
    } catch (problem) {
      sayProblem(problem instanceof Error ? new Error(`${chosen.name}: ${problem.message}`) : problem);
    }
  };
  return (
    <Group title="Devices" aside={own ? `${count(own.length)} screens of your own` : "example data"}>
      <p className="text-soft">
        {own
          ? "What the visitors of this destination come with. Widths that are computed from a layout follow it."
          : "This table is made up: plausible screens, shares that nobody measured. Import your own for widths that fit your visitors."}
      </p>
      <div className="flex items-center gap-2">
        <Button onClick={() => file.current?.click()}>Import CSV</Button>
        {own && <Button onClick={() => set(undefined, "devices")}>Use the example table</Button>}
        <span className="text-soft">
          columns <span className="figures">viewport, density, share</span>
        </span>
        <FileInput
          input={file}
          label="Device table to import"
          accept=".csv,text/csv,text/plain"
          onFile={(chosen) => void take(chosen)}
        />
      </div>
      <details>
        <summary className="text-soft">The table</summary>
        <table className="mt-1 w-full text-right">
          <thead className="text-soft">
            <tr className="border-b border-line">
              <th className="font-normal">viewport</th>
              <th className="font-normal">density</th>
              <th className="font-normal">share of visits</th>
            </tr>
          </thead>
          <tbody className="figures">
            {table.slice(0, 200).map((device) => (
              <tr key={`${device.viewport}-${device.density}`} className="border-b border-line-soft">
                <td>{count(device.viewport)} px</td>
                <td>{device.density}×</td>
                <td>{((100 * Number(device.share)) / sum).toFixed(2)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
        {table.length > 200 && <p className="text-soft">and {count(table.length - 200)} more</p>}
      </details>
    </Group>
  );
}

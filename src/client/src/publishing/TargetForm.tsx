import { useState } from "react";
import { RequestProblem } from "../data/client";
import { say } from "../shell/notices";
import { Button } from "../ui/Button";
import { FaultLine } from "../ui/Fault";
import { Field, TextArea, TextBox } from "../ui/Field";
import { Radios } from "../ui/Radios";
import {
  type Target,
  type TargetRequest,
  useCheckTarget,
  useDeleteTarget,
  useSaveTarget,
} from "./usePublishing";
import { kindWords } from "./words";

type Kind = TargetRequest["kind"];
type Member = Exclude<keyof TargetRequest, "kind" | "port" | "cacheSeconds">;
type Asked = { member: Member; label: string; help?: string; isSecret?: boolean; isLong?: boolean };

const asked: Record<Kind, readonly Asked[]> = {
  folder: [
    { member: "folder", label: "Folder", help: "Its whole path on the machine that Pantomet runs on." },
  ],
  s3: [
    { member: "endpoint", label: "Address of the store", help: "https://…" },
    { member: "bucket", label: "Bucket" },
    { member: "prefix", label: "Prefix", help: "What every key begins with, as a folder would." },
    { member: "region", label: "Region", help: "Leave it empty if the store has none." },
    { member: "accessKey", label: "Access key" },
    { member: "secretKey", label: "Secret key", isSecret: true },
  ],
  sftp: [
    { member: "host", label: "Server" },
    { member: "user", label: "User" },
    { member: "folder", label: "Folder", help: "Its whole path on that server." },
    {
      member: "privateKey",
      label: "Private key",
      help: "The text of the key's file.",
      isSecret: true,
      isLong: true,
    },
    { member: "passphrase", label: "Passphrase of the key", isSecret: true },
    { member: "password", label: "Password", help: "Where no key opens it.", isSecret: true },
    {
      member: "hostKey",
      label: "Fingerprint of the server's key",
      help: "Nothing is sent to a server that shows another key. Save, then check to see what it shows.",
    },
  ],
  market: [
    { member: "address", label: "Address of the marketplace", help: "https://…" },
    { member: "key", label: "Key", help: "What it gave you as a seller.", isSecret: true },
  ],
};

const kinds = (Object.keys(kindWords) as Kind[]).map((value) => ({ value, words: kindWords[value] }));
const numberOf = (text: string): number | null => (text.trim() === "" ? null : Number(text));

/** Describes a target. Secrets that are left empty stay as they are. */
export function TargetForm({
  target,
  onSaved,
}: {
  target: Target | undefined;
  onSaved: (id: string | undefined) => void;
}) {
  const place = target?.place;
  const [kind, setKind] = useState<Kind>(place?.kind ?? "folder");
  const [typed, setTyped] = useState<Partial<Record<Member, string>>>({
    name: target?.name ?? "",
    ...(place && Object.fromEntries(Object.entries(place).filter(([, value]) => typeof value === "string"))),
  });
  const [port, setPort] = useState(`${place?.port ?? ""}`);
  const [cacheSeconds, setCacheSeconds] = useState(`${place?.cacheSeconds ?? ""}`);
  const save = useSaveTarget();
  const remove = useDeleteTarget();
  const check = useCheckTarget();
  const problem = save.error instanceof RequestProblem ? save.error : undefined;
  const faultOf = (field: string) => (problem?.field === field ? problem.message : undefined);
  const set = (member: Member) => (value: string) => setTyped((before) => ({ ...before, [member]: value }));
  const keep = (more: Partial<Record<Member, string>> = {}) => {
    const wanted = Object.fromEntries(
      [...asked[kind].map((one) => one.member), "name" as const].map((member) => [
        member,
        (more[member] ?? typed[member] ?? "").trim() || null,
      ]),
    );
    save.mutate(
      {
        id: target?.id,
        wanted: {
          ...(wanted as Partial<TargetRequest>),
          name: (typed.name ?? "").trim(),
          kind,
          port: numberOf(port),
          cacheSeconds: numberOf(cacheSeconds),
        } as TargetRequest,
      },
      {
        onSuccess: (kept) => {
          say(`${kept.name} is kept.`);
          onSaved(kept.id);
        },
      },
    );
  };
  const shownKey = check.data?.hostKey;
  return (
    <div className="grid content-start gap-3">
      {!target && (
        <Radios
          label="Kind"
          className="flex flex-wrap gap-x-4 gap-y-1"
          options={kinds}
          value={kind}
          onValue={setKind}
        />
      )}
      {target && !target.isOpen && (
        <FaultLine>
          What opens it is no longer known: secrets are not part of a backup. Enter it again.
        </FaultLine>
      )}
      <Field label="Name" fault={faultOf("name")}>
        {(control) => (
          <TextBox
            {...control}
            value={typed.name ?? ""}
            onChange={(event) => set("name")(event.target.value)}
          />
        )}
      </Field>
      {asked[kind].map(({ member, label, help, isSecret = false, isLong = false }) => {
        const Box = isLong ? TextArea : TextBox;
        return (
          <Field key={member} label={label} help={help} fault={faultOf(member)}>
            {(control) => (
              <Box
                {...control}
                {...(isSecret && !isLong && { type: "password", autoComplete: "new-password" })}
                {...(isSecret && target && { placeholder: "kept encrypted, and not shown" })}
                value={typed[member] ?? ""}
                onChange={(event) => set(member)(event.target.value)}
              />
            )}
          </Field>
        );
      })}
      {kind === "sftp" && (
        <Field label="Port" help="22 if left empty." fault={faultOf("port")}>
          {(control) => (
            <TextBox
              {...control}
              figures
              inputMode="numeric"
              value={port}
              onChange={(event) => setPort(event.target.value)}
            />
          )}
        </Field>
      )}
      {kind !== "market" && (
        <Field
          label="How long caches keep a file, in seconds"
          help="Where its address stays when it changes. By it Pantomet says who may still see an old copy; a bucket is told to say it."
          fault={faultOf("cacheSeconds")}
        >
          {(control) => (
            <TextBox
              {...control}
              figures
              inputMode="numeric"
              value={cacheSeconds}
              onChange={(event) => setCacheSeconds(event.target.value)}
            />
          )}
        </Field>
      )}
      {save.error && !problem?.field && <FaultLine>{save.error.message}</FaultLine>}
      <div className="flex flex-wrap items-center gap-2">
        <Button go disabled={save.isPending} onClick={() => keep()}>
          Save
        </Button>
        {target && (
          <>
            <Button disabled={check.isPending} onClick={() => check.mutate(target.id)}>
              Check
            </Button>
            <Button
              className="ml-auto"
              disabled={remove.isPending}
              onClick={() => remove.mutate(target.id, { onSuccess: () => onSaved(undefined) })}
            >
              Forget this target
            </Button>
          </>
        )}
      </div>
      {check.isPending && <p className="text-soft">It is being asked.</p>}
      {check.data?.isReached && <p role="status">It answers, and lets Pantomet in.</p>}
      {check.data && !check.data.isReached && <FaultLine>{check.data.problem}</FaultLine>}
      {shownKey && shownKey !== place?.hostKey && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="figures wrap-anywhere">{shownKey}</span>
          <Button
            onClick={() => {
              set("hostKey")(shownKey);
              keep({ hostKey: shownKey });
            }}
          >
            That is the right key
          </Button>
        </p>
      )}
    </div>
  );
}

import { useState } from "react";
import { useDevices, useNewPairing, useRevoke, useSet, useSettings } from "../api/settings";
import { BackupNotice } from "../ui/BackupNotice";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Field } from "../ui/Field";
import { Frame } from "../ui/Frame";
import { useHandsFreeOn } from "../ui/handsFree";
import { useKeysOn } from "../ui/keys";
import { Notice } from "../ui/Notice";
import { Sheet } from "../ui/Sheet";
import { chooseTheme, chosenTheme, type Theme } from "../ui/theme";
import { Toggle } from "../ui/Toggle";
import { LearnedSheet } from "./LearnedSheet";
import { Waiting } from "../ui/Waiting";

/** What is in the bag, how long things take, how this device looks, and who may come in. */
export function SettingsScreen() {
  return (
    <Frame>
      <div className="mx-auto grid max-w-3xl gap-4">
        <h1 className="text-2xl font-bold">Settings</h1>
        <Work />
        <LearnedSheet />
        <Appearance />
        <Backups />
        <Devices />
      </div>
    </Frame>
  );
}

/** What the engine reckons with: tools at hand, and minutes. */
function Work() {
  const settings = useSettings();
  const set = useSet();
  const now = settings.data;
  const [wrong, setWrong] = useState<string | null>(null);
  if (!now)
    return settings.error ? <Notice error={settings.error} /> : <Waiting words="Reading the settings …" />;
  const minutes = (name: string, text: string, usual: number) => {
    const value = Number(text.replace(",", "."));
    const rest = Object.fromEntries(Object.entries(now.minutes).filter(([kind]) => kind !== name));
    if (text.trim() === "" || value === usual) return set.mutate({ minutes: rest });
    if (!Number.isFinite(value)) return setWrong(name);
    setWrong(null);
    set.mutate({ minutes: { ...rest, [name]: value } });
  };
  return (
    <>
      <Notice error={set.error} />
      <Sheet title="Region" aside="of new calls: supply, words, colors">
        <Choice
          label="Where the houses are"
          hidden
          options={now.all_regions.map(({ value, words }) => ({ value, words }))}
          value={now.region}
          onChange={(region) => set.mutate({ region })}
        />
      </Sheet>
      <Sheet title="Edition of the code" aside="that your authority has adopted; rules are read by it">
        <Choice
          label="Edition"
          hidden
          options={now.all_editions.map((edition) => ({ value: edition, words: edition }))}
          value={now.edition}
          onChange={(edition) => set.mutate({ edition })}
        />
      </Sheet>
      <Sheet title="Letterhead" aside="at the head of a customer's page; what is empty is left out">
        <div className="grid gap-3 sm:grid-cols-3 [&_input]:w-full [&_input]:min-w-0">
          {(["name", "license", "phone"] as const).map((part) => (
            <Field
              key={`${part} ${now.letterhead[part]}`}
              label={LETTERHEAD[part]}
              defaultValue={now.letterhead[part]}
              onBlur={(event) =>
                event.target.value.trim() !== now.letterhead[part] &&
                set.mutate({ letterhead: { ...now.letterhead, [part]: event.target.value.trim() } })
              }
            />
          ))}
        </div>
      </Sheet>
      <Sheet title="Habits" aside="said at every rewire">
        <Some
          all={now.all_habits.map(({ name, words }) => ({ value: name, words }))}
          chosen={now.habits}
          onChange={(habits) => set.mutate({ habits })}
        />
      </Sheet>
      <Sheet
        title="Meter with a data port"
        aside="host and port of a SCPI meter; readings are filled in from it"
      >
        <Field
          key={`meter ${now.meter}`}
          label="Address"
          placeholder="192.168.1.40:5025"
          defaultValue={now.meter}
          onBlur={(event) =>
            event.target.value.trim() !== now.meter && set.mutate({ meter: event.target.value.trim() })
          }
        />
      </Sheet>
      <Sheet title="Tools in the bag" aside="for new calls; only these are asked for">
        <Some all={now.all_tools} chosen={now.tools} onChange={(tools) => set.mutate({ tools })} />
      </Sheet>
      <Sheet title="In the van" aside="ticked where a job needs it">
        <Some all={now.all_stock} chosen={now.stock} onChange={(stock) => set.mutate({ stock })} />
      </Sheet>
      <Sheet title="Minutes" aside="what is worth doing next is weighed by them">
        <ul className="grid gap-x-8 gap-y-2 sm:grid-cols-2">
          {now.kinds.map(({ name, words, usual }) => (
            <li key={name}>
              <label className="flex items-center gap-3">
                <span className="grow first-letter:uppercase">{words}</span>
                <input
                  key={now.minutes[name] ?? usual}
                  inputMode="decimal"
                  defaultValue={now.minutes[name] ?? usual}
                  aria-invalid={wrong === name}
                  onBlur={(event) => minutes(name, event.target.value, usual)}
                  className={`min-h-11 w-20 rounded-md border-2 bg-sheet px-2 text-right tabular-nums ${name in now.minutes ? "border-copper font-bold" : "border-edge"}`}
                />
              </label>
            </li>
          ))}
        </ul>
      </Sheet>
    </>
  );
}

const LETTERHEAD = { name: "Name", license: "License number", phone: "Telephone" };

type SomeProps = {
  all: { value: string; words: string }[];
  chosen: string[];
  onChange: (chosen: string[]) => void;
};

/** Any number of choices from a list. */
function Some({ all, chosen, onChange }: SomeProps) {
  return (
    <div className="flex flex-wrap gap-2">
      {all.map(({ value, words }) => {
        const on = chosen.includes(value);
        const next = on ? chosen.filter((one) => one !== value) : [...chosen, value];
        return (
          <Toggle key={value} on={on} onClick={() => onChange(next)}>
            {words}
          </Toggle>
        );
      })}
    </div>
  );
}

const THEMES: { value: Theme; words: string }[] = [
  { value: "light", words: "light" },
  { value: "dark", words: "dark" },
  { value: "device", words: "as the device has it" },
];

function Appearance() {
  const [theme, setTheme] = useState(chosenTheme());
  const [keys, setKeys] = useKeysOn();
  const [handsFree, setHandsFree] = useHandsFreeOn();
  return (
    <Sheet title="This device">
      <div className="grid gap-4">
        <Choice
          label="Light or dark"
          options={THEMES}
          value={theme}
          onChange={(next) => {
            setTheme(next);
            chooseTheme(next);
          }}
        />
        <div className="flex flex-wrap gap-2">
          <Toggle on={keys} onClick={() => setKeys(!keys)}>
            single keys act
          </Toggle>
          <Toggle on={handsFree} onClick={() => setHandsFree(!handsFree)}>
            hands-free
          </Toggle>
        </div>
        <p className="max-w-prose text-sm text-quiet">
          Hands-free reads each step aloud; the key r reads it again. A double tap beside the buttons gives
          the likeliest answer. Undo takes it back.
        </p>
      </div>
    </Sheet>
  );
}

/** The backup of the night: the newest one, and why the last attempt failed. */
function Backups() {
  const backup = useSettings().data?.backup;
  if (!backup) return null;
  return (
    <Sheet title="Backup" aside="each night, the last seven kept">
      <BackupNotice state={backup} />
      {!backup.failed && (
        <p>
          {backup.last
            ? `The newest backup is of ${backup.last}.`
            : "The first backup is made within minutes."}
        </p>
      )}
    </Sheet>
  );
}

/** Who may come in: the devices that were paired, and a code for one more. */
function Devices() {
  const devices = useDevices();
  const revoke = useRevoke();
  const pairing = useNewPairing();
  const list = devices.data?.devices ?? [];
  return (
    <>
      <Notice error={devices.error ?? revoke.error ?? pairing.error} />
      <section aria-labelledby="devices" className="rounded-md border-2 border-edge bg-sheet p-4">
        <h2 id="devices" className="text-lg font-bold">
          Devices
        </h2>
        {list.length === 0 ? (
          <p className="py-2 text-quiet">
            No other device is paired. Only the server’s own computer gets in.
          </p>
        ) : (
          <ul>
            {list.map((device) => (
              <li key={device.id} className="flex flex-wrap items-center gap-x-4 border-b border-edge py-2">
                <span className="flex-1">
                  <b>{device.name}</b>, {device.person}
                  {device.id === devices.data?.here && " (this device)"}
                  {device.seen && (
                    <span className="block text-sm text-quiet">
                      Last seen {new Date(device.seen).toLocaleString()}
                    </span>
                  )}
                </span>
                <Button disabled={revoke.isPending} onClick={() => revoke.mutate(device.id)}>
                  Revoke {device.name}
                </Button>
              </li>
            ))}
          </ul>
        )}
        {pairing.data ? (
          <p role="status" className="pt-4">
            On the new device open{" "}
            {pairing.data.address ? <b>{pairing.data.address}</b> : "this server’s address"} and enter{" "}
            <b className="font-mono text-lg">{pairing.data.code}</b>. The code works once, for{" "}
            {pairing.data.minutes} minutes.
          </p>
        ) : (
          <Button kind="key" className="mt-4" disabled={pairing.isPending} onClick={() => pairing.mutate()}>
            Pair a device
          </Button>
        )}
        <p className="pt-4 text-sm text-quiet">
          Other devices reach the server only where it was started with bin/start --lan.
        </p>
      </section>
    </>
  );
}

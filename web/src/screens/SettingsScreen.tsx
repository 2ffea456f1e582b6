import { useDevices, useNewPairing, useRevoke } from "../api/queries";
import { Button } from "../ui/Button";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";

/** Who may come in: the devices that were paired, and a code for one more. */
export function SettingsScreen() {
  const devices = useDevices();
  const revoke = useRevoke();
  const pairing = useNewPairing();
  const list = devices.data?.devices ?? [];
  return (
    <Frame>
      <div className="mx-auto grid max-w-3xl gap-4">
        <h1 className="mt-2 text-2xl font-bold">Settings</h1>
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
      </div>
    </Frame>
  );
}

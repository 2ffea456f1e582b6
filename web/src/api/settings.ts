import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Settings } from "./client";
import { tags } from "./queries";

/** What the people of this server have set. */
export function useSettings() {
  return useQuery({ queryKey: tags.settings, queryFn: () => body(api.GET("/settings")) });
}

/** Sets some of it. Everything that is worked out from it is asked for anew. */
export function useSet() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (
      said: Partial<
        Pick<
          Settings,
          "tools" | "minutes" | "region" | "habits" | "stock" | "letterhead" | "edition" | "meter" | "learn"
        >
      >,
    ) => body(api.PUT("/settings", { body: said })),
    onSuccess: (settings) => {
      queries.setQueryData(tags.settings, settings);
      void queries.invalidateQueries({ predicate: (query) => query.queryKey[0] !== tags.settings[0] });
    },
  });
}

/** The devices that may come in. */
export function useDevices() {
  return useQuery({ queryKey: tags.devices, queryFn: () => body(api.GET("/devices")) });
}

/** Pairs this device; everything is asked for anew from then on. */
export function usePairing(onPaired: () => void) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (device: { code: string; person: string; name: string }) =>
      body(api.POST("/devices", { body: device })),
    onSuccess: () => {
      queries.clear();
      onPaired();
    },
  });
}

/** A code for one more device. */
export function useNewPairing() {
  return useMutation({ mutationFn: () => body(api.POST("/pairings", { body: {} })) });
}

export function useRevoke() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: number) => body(api.DELETE("/devices/{id}", { params: { path: { id } }, body: {} })),
    onSuccess: async (devices) => {
      await queries.cancelQueries({ queryKey: tags.devices });
      queries.setQueryData(tags.devices, devices);
    },
  });
}

export type MeterTool = "voltage" | "low_z" | "resistance";

/** A reading from the meter that is set, once it has settled. */
export const readMeter = (tool: MeterTool, job: number, held: number | null) =>
  body(api.POST("/meter", { body: { tool, job, held } }));

export type Reading = Awaited<ReturnType<typeof readMeter>>;

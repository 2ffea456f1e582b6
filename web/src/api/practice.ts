import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, body, type Schemas } from "./client";

export type Exercise = Schemas["Exercise"];
export type Review = Schemas["Review"];
export type Doing = Schemas["Act"];
export type Practice = NonNullable<ReturnType<typeof usePractice>["data"]>;
export type Drills = NonNullable<ReturnType<typeof useDrills>["data"]>;
export type Claim = { kind: string; place?: string } | null;

const all = ["practice"] as const;
const one = (id: number) => ["practice", id] as const;

/** The levels, and what was played. */
export function usePractice() {
  return useQuery({ queryKey: all, queryFn: () => body(api.GET("/practice")) });
}

export function useExercise(id: number) {
  return useQuery({
    queryKey: one(id),
    queryFn: () => body(api.GET("/practice/{id}", { params: { path: { id } } })),
  });
}

/** The questions of a round. They stay as they are while one answers. */
export function useDrills(seed: number) {
  return useQuery({
    queryKey: ["drills", seed],
    queryFn: () => body(api.GET("/practice/drills/{seed}", { params: { path: { seed } } })),
    staleTime: Infinity,
  });
}

export function useAnswerDrills() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (round: { seed: number; chosen: (number | null)[]; seconds: number }) =>
      body(api.POST("/practice/drills", { body: round })),
    onSuccess: () => void queries.invalidateQueries({ queryKey: all, exact: true }),
  });
}

/** Houses from a file. The server checks what is in it. */
export function useReadFile() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (file: File) => {
      const text = await file.text();
      return body(api.POST("/practice/file", { body: practiceFile(text, file.name) }));
    },
    onSuccess: () => void queries.invalidateQueries({ queryKey: all, exact: true }),
  });
}

/** A house of a level, one of a seed where that is given, one of the course, or a closed job. */
export function useStart() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (asked: { level: number; seed?: number } | { lesson: number } | { job: number }) =>
      body(api.POST("/practice", { body: asked })),
    onSuccess: (exercise) => {
      queries.setQueryData(one(exercise.id), exercise);
      void queries.invalidateQueries({ queryKey: all, exact: true });
    },
  });
}

/** Everything that can be done in an exercise. Each answer is the exercise as it stands then. */
export function useDoing(id: number) {
  const queries = useQueryClient();
  const params = { path: { id } };
  const took = (exercise: Exercise) => {
    queries.setQueryData(one(id), exercise);
    void queries.invalidateQueries({ queryKey: all, exact: true });
  };
  const act = useMutation({
    mutationFn: (act: Doing) => body(api.POST("/practice/{id}/acts", { params, body: { act } })),
    onSuccess: took,
  });
  const hint = useMutation({
    mutationFn: () => body(api.POST("/practice/{id}/hints", { params, body: {} })),
    onSuccess: took,
  });
  const end = useMutation({
    mutationFn: (claim: Claim) => body(api.POST("/practice/{id}/end", { params, body: { claim } })),
    onSuccess: took,
  });
  return { act, hint, end };
}

/** The file as it was written. What it holds is checked by the server. */
function practiceFile(text: string, name: string): Schemas["PracticeFile"] {
  try {
    return JSON.parse(text) as Schemas["PracticeFile"];
  } catch {
    throw new Error(`${name} is not a practice file.`);
  }
}

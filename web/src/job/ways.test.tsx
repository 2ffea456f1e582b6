import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, render, screen, within } from "@testing-library/react";
import type { ComponentProps } from "react";
import { ChangeWays } from "./ChangeWays";

type Asked = ComponentProps<typeof ChangeWays>["change"];
type Way = Asked["ways"][number];
type State = Way["rules"][number]["state"];

const rule = (article: string, state: State) => ({
  article,
  state,
  edition: 2023,
  checked: true,
  sentence: `Rule ${article}.`,
  because: `Because of ${article}.`,
});

const way = (minutes: number, rules: Way["rules"]): Way => ({
  share: null,
  percent: null,
  minutes,
  cable: [],
  work: [`Work of ${minutes} minutes`],
  materials: [],
  moves: 2,
  mishaps: ["Stays safe with any one device out."],
  boxes: [],
  rules,
});

function ways(...some: Way[]) {
  const change = {
    asked: "another place",
    ways: some,
    impossible: null,
    taken: null,
    first: null,
    instead: [],
  };
  render(
    <QueryClientProvider client={new QueryClient()}>
      <ChangeWays change={change as Asked} />
    </QueryClientProvider>,
  );
}

afterEach(cleanup);

describe("the ways to make a change", () => {
  it("show what differs, and what holds for each of them once", () => {
    ways(
      way(40, [rule("1", "not_met"), rule("2", "not_met"), rule("3", "met")]),
      way(50, [rule("1", "not_met"), rule("2", "not_known"), rule("3", "met")]),
    );
    const cards = screen
      .getAllByText(/minutes$/)
      .map((line) => line.closest("ol")?.parentElement?.textContent);
    expect(cards[0]).toMatch(/Not met: Because of 2/);
    expect(cards[1]).toMatch(/Look at: Because of 2/);
    const common = within(screen.getByRole("region", { name: "Whichever way" }));
    expect(common.getByText(/Rule 1/)).toBeTruthy();
    expect(common.getByText("Met: 3")).toBeTruthy();
    expect(screen.getAllByText(/Stays safe/)).toHaveLength(1);
  });

  it("say all of a way that is the only one", () => {
    ways(way(40, [rule("1", "not_met"), rule("3", "met")]));
    expect(screen.queryByRole("region", { name: "Whichever way" })).toBeNull();
    expect(screen.getByText(/Rule 1/)).toBeTruthy();
    expect(screen.getByText("Met: 3")).toBeTruthy();
    expect(screen.getByText(/Stays safe/)).toBeTruthy();
  });
});

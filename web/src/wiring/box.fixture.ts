import type { Box } from "../api/client";

/** A box as the server draws it: `plastic 14/2 bk:1 1pole`. */
export const box: Box = {
  place: "porch",
  name: "porch",
  kind: "switch_box",
  open: true,
  enclosure: "plastic",
  cables: [
    {
      id: "porch/1",
      number: 1,
      type: "14/2",
      wires: [
        {
          point: "porch/1.black",
          id: "black",
          color: "black",
          tape: null,
          name: "black of cable 1",
          touches: "",
          roles: [],
        },
        {
          point: "porch/1.white",
          id: "white",
          color: "white",
          tape: null,
          name: "white of cable 1",
          touches: "",
          roles: [],
        },
        {
          point: "porch/1.bare",
          id: "bare",
          color: "bare",
          tape: null,
          name: "bare of cable 1",
          touches: "",
          roles: [],
        },
      ],
    },
  ],
  devices: [
    {
      id: "S1",
      kind: "single_pole",
      term: "single-pole switch",
      screws: [
        {
          terminal: "ground",
          label: "G",
          side: "left",
          finish: "green",
        },
        {
          terminal: "terminal_1",
          label: "1",
          side: "right",
          finish: "brass",
        },
        {
          terminal: "terminal_2",
          label: "2",
          side: "right",
          finish: "brass",
        },
      ],
      tabs: [],
      position: null,
      replaced: false,
    },
  ],
  joints: [["porch/1.black", "S1.terminal_1"]],
  drawing: {
    width: 320,
    height: 363,
    frame: {
      x: 8,
      y: 44,
      width: 304,
      height: 309,
    },
    sheaths: [
      {
        x: 31,
        y: 22,
        width: 144,
        height: 44,
        id: "porch/1",
      },
    ],
    ends: [
      {
        point: "porch/1.black",
        x: 53,
        y: 88,
      },
      {
        point: "porch/1.white",
        x: 103,
        y: 88,
      },
      {
        point: "porch/1.bare",
        x: 153,
        y: 88,
      },
    ],
    tags: [],
    wires: [
      {
        point: "porch/1.black",
        end: "screw",
        path: [
          [53, 88],
          [53, 190],
          [225, 190],
          [225, 245],
          [208, 245],
        ],
      },
      {
        point: "porch/1.white",
        end: "loose",
        path: [
          [103, 88],
          [103, 168],
        ],
      },
      {
        point: "porch/1.bare",
        end: "loose",
        path: [
          [153, 88],
          [153, 168],
        ],
      },
    ],
    caps: [],
    devices: [
      {
        x: 76,
        y: 221,
        width: 132,
        height: 116,
        id: "S1",
      },
    ],
    screws: [
      {
        terminal: "ground",
        label: "G",
        finish: "green",
        point: "S1.ground",
        x: 76,
        side: -1,
        y: 245,
      },
      {
        terminal: "terminal_1",
        label: "1",
        finish: "brass",
        point: "S1.terminal_1",
        x: 208,
        side: 1,
        y: 245,
      },
      {
        terminal: "terminal_2",
        label: "2",
        finish: "brass",
        point: "S1.terminal_2",
        x: 208,
        side: 1,
        y: 279,
      },
    ],
    tabs: [],
    crossings: 0,
  },
};

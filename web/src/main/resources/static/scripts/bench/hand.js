// What the hand does on the table, by pointer or by key, becomes actions of the state.
import { createDrag } from "./drag.js";
import { nearer, within } from "./hold.js";
import { areasOf, focalOf, movedByArrows, selectedArea, windowOf } from "./state.js";

const ZOOM_STEP = 1.04;

/**
 * @param element of the table
 * @param now gives the state
 * @param rest the hand has paused: what it did may be stored soon; `store`: it has let go, and nothing is to be waited for
 * @param nameArea asks for the name of a new area
 * @param mend takes the box of a spot
 */
export function createHand(table, element, { now, mayChange, dispatch, change, rest, store, say, nameArea, mend }) {
  let isDragging = false;
  const size = () => now().look.prepared;

  function takeTool(tool) {
    dispatch({ type: "takeTool", tool });
    element.focus({ preventScroll: true });
  }

  const putToolAway = () => dispatch({ type: "takeTool", tool: now().tool });
  const selectNothing = () => dispatch({ type: "select", id: null });
  const moveWindow = (to) => change({ window: to });

  function moveFocal(to) {
    if (mayChange) {
      const { width, height } = size();
      const focal = { x: Math.max(0, Math.min(width, to.x)), y: Math.max(0, Math.min(height, to.y)) };
      dispatch({ type: "focal", focal });
      change({ around: focal });
    }
  }

  function editAreas(action) {
    if (mayChange) {
      dispatch(action);
    } else {
      say(new Error("this slot is not yours to change"));
    }
  }

  /** Its name is asked for at once. */
  function newArea(box) {
    editAreas({ type: "newArea", box });
    if (mayChange) {
      nameArea(now().selected);
    }
  }

  /** A new area without a stroke: in the middle of the window, a fifth of it. */
  function newAreaByKey() {
    const { x, y, width, height } = windowOf(now()).window;
    newArea(within({ x: x + width * 0.4, y: y + height * 0.3, width: width * 0.2, height: height * 0.4 }, size()));
    rest();
  }

  function removeArea() {
    const { selected } = now();
    if (selected) {
      editAreas({ type: "removeArea", id: selected });
      rest();
    }
  }

  function nudge(x, y) {
    return (event, resize = false) => {
      const by = event.shiftKey ? 10 : 1;
      const moves = {
        area: () => nudgeArea(x * by, y * by, resize),
        focal: () => moveFocal({ x: focalOf(now()).x + x * by, y: focalOf(now()).y + y * by }),
        window: () => {
          const { window } = windowOf(now());
          moveWindow({ x: window.x + x * by, y: window.y + y * by, width: window.width });
        },
      };
      moves[movedByArrows(now())]();
      rest();
    };
  }

  const resize = (x, y) => (event) => nudge(x, y)(event, true);

  function nudgeArea(x, y, isResized) {
    const area = selectedArea(now());
    const { box } = area;
    const next = isResized ? { ...box, width: Math.max(1, box.width + x), height: Math.max(1, box.height + y) } : { ...box, x: box.x + x, y: box.y + y };
    editAreas({ type: "putArea", area: { ...area, box: within(next, size()) } });
  }

  /** About the middle of the window. */
  function zoomBy(factor) {
    return () => {
      moveWindow(nearer(windowOf(now()).window, factor));
      rest();
    };
  }

  function held() {
    const state = now();
    return { size: size(), window: windowOf(state).window, areas: areasOf(state), focal: focalOf(state), tool: state.tool, mayEdit: mayChange };
  }

  createDrag(table, element, held, {
    begin: () => { isDragging = true; },
    moveWindow: (to) => { selectNothing(); moveWindow(to); },
    moveFocal: (at) => { selectNothing(); moveFocal(at); },
    select: (id) => dispatch({ type: "select", id }),
    beginArea: (id) => dispatch({ type: "hold", id }),
    moveArea: (id, box) => editAreas({ type: "putArea", area: { ...areasOf(now()).find((area) => area.id === id), box }, remember: false }),
    newArea: (box) => { putToolAway(); newArea(box); },
    mend: (box) => { putToolAway(); mend(box); },
    pinch: (to) => { selectNothing(); moveWindow(to); },
    spot: (keep, along) => { putToolAway(); change({ spots: [{ keep, along }] }); rest(); },
    level: (from, to) => { putToolAway(); change({ level: { from, to } }); },
    letGo: () => { isDragging = false; store(); },
  });

  return {
    isDragging: () => isDragging,
    takeTool,
    moveFocal,
    keys: {
      ArrowLeft: nudge(-1, 0), ArrowRight: nudge(1, 0), ArrowUp: nudge(0, -1), ArrowDown: nudge(0, 1),
      "ctrl+ArrowLeft": resize(-1, 0), "ctrl+ArrowRight": resize(1, 0), "ctrl+ArrowUp": resize(0, -1), "ctrl+ArrowDown": resize(0, 1),
      "+": zoomBy(ZOOM_STEP), "=": zoomBy(ZOOM_STEP), "-": zoomBy(1 / ZOOM_STEP),
      k: newAreaByKey, Delete: removeArea,
      f: () => dispatch({ type: "turnArrows" }),
      a: () => dispatch({ type: "selectNext" }),
      Escape: () => dispatch({ type: "escape" }),
    },
  };
}

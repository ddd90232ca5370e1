// PrimeVue on our tokens: square corners, hairlines, no shadows.
import { definePreset } from "@primeuix/themes";
import base from "@primeuix/themes/aura/base";
import button from "@primeuix/themes/aura/button";
import dialog from "@primeuix/themes/aura/dialog";
import popover from "@primeuix/themes/aura/popover";
import toast from "@primeuix/themes/aura/toast";
import virtualscroller from "@primeuix/themes/aura/virtualscroller";

/** Only what the page uses: the tokens of all components are larger than the page itself. */
const components = { button, dialog, popover, toast, virtualscroller };

const accent = Object.fromEntries(
  [50, 100, 200, 300, 400, 500, 600, 700, 800, 900, 950].map((step) => [step, "var(--accent)"]),
);

const scheme = {
  primary: {
    color: "var(--accent)",
    contrastColor: "var(--on-accent)",
    hoverColor: "var(--accent)",
    activeColor: "var(--accent)",
  },
  highlight: {
    background: "var(--selected)",
    focusBackground: "var(--selected)",
    color: "var(--ink)",
    focusColor: "var(--ink)",
  },
  text: {
    color: "var(--ink)",
    hoverColor: "var(--ink)",
    mutedColor: "var(--soft)",
    hoverMutedColor: "var(--soft)",
  },
  content: {
    background: "var(--sheet)",
    hoverBackground: "var(--faint)",
    borderColor: "var(--line)",
    color: "var(--ink)",
    hoverColor: "var(--ink)",
  },
  overlay: {
    popover: { background: "var(--sheet)", borderColor: "var(--line)", color: "var(--ink)" },
    modal: { background: "var(--sheet)", borderColor: "var(--ink)", color: "var(--ink)" },
  },
};

export const preset = definePreset(
  { ...base, components },
  {
    primitive: { borderRadius: { none: "0", xs: "0", sm: "0", md: "0", lg: "0", xl: "0" } },
    semantic: {
      primary: accent,
      overlay: {
        popover: { shadow: "none", borderRadius: "0" },
        modal: { shadow: "none", borderRadius: "0" },
      },
      content: { borderRadius: "0" },
      colorScheme: { light: scheme, dark: scheme },
    },
  },
);

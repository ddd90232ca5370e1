// PrimeVue on our tokens: square corners, hairlines, no shadows.
import { definePreset } from "@primeuix/themes";
import base from "@primeuix/themes/aura/base";
import button from "@primeuix/themes/aura/button";
import dialog from "@primeuix/themes/aura/dialog";
import inputtext from "@primeuix/themes/aura/inputtext";
import popover from "@primeuix/themes/aura/popover";
import select from "@primeuix/themes/aura/select";
import toast from "@primeuix/themes/aura/toast";
import virtualscroller from "@primeuix/themes/aura/virtualscroller";

/** Only what the page uses: the tokens of all components are larger than the page itself. */
const components = { button, dialog, inputtext, popover, select, toast, virtualscroller };

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
    select: { background: "var(--sheet)", borderColor: "var(--line)", color: "var(--ink)" },
    popover: { background: "var(--sheet)", borderColor: "var(--line)", color: "var(--ink)" },
    modal: { background: "var(--sheet)", borderColor: "var(--ink)", color: "var(--ink)" },
  },
  formField: {
    background: "var(--sheet)",
    disabledBackground: "var(--faint)",
    filledBackground: "var(--sheet)",
    borderColor: "var(--line)",
    hoverBorderColor: "var(--soft)",
    focusBorderColor: "var(--accent)",
    invalidBorderColor: "var(--fail)",
    color: "var(--ink)",
    placeholderColor: "var(--soft)",
    iconColor: "var(--soft)",
    shadow: "none",
  },
  list: {
    option: {
      focusBackground: "var(--faint)",
      selectedBackground: "var(--selected)",
      selectedFocusBackground: "var(--selected)",
      color: "var(--ink)",
      focusColor: "var(--ink)",
      selectedColor: "var(--ink)",
      selectedFocusColor: "var(--ink)",
    },
  },
};

export const preset = definePreset(
  { ...base, components },
  {
    primitive: { borderRadius: { none: "0", xs: "0", sm: "0", md: "0", lg: "0", xl: "0" } },
    semantic: {
      primary: accent,
      formField: { paddingX: "0.4rem", paddingY: "0.15rem", borderRadius: "0" },
      overlay: {
        select: { shadow: "none", borderRadius: "0" },
        popover: { shadow: "none", borderRadius: "0" },
        modal: { shadow: "none", borderRadius: "0" },
      },
      content: { borderRadius: "0" },
      colorScheme: { light: scheme, dark: scheme },
    },
  },
);

import js from "@eslint/js";
import { defineConfigWithVueTs, vueTsConfigs } from "@vue/eslint-config-typescript";
import skipFormatting from "@vue/eslint-config-prettier/skip-formatting";
import pluginVue from "eslint-plugin-vue";

export default defineConfigWithVueTs(
  { ignores: ["dist/**", "node_modules/**", "src/**/*.gen.ts", "src/api/schema.d.ts"] },
  js.configs.recommended,
  pluginVue.configs["flat/recommended"],
  vueTsConfigs.strict,
  {
    files: ["scripts/**"],
    languageOptions: { globals: { process: "readonly", console: "readonly" } },
  },
  {
    rules: {
      "no-undef": "off",
      "vue/multi-word-component-names": "off",
      "vue/require-default-prop": "off",
    },
  },
  skipFormatting,
);

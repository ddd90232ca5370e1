import { createPinia } from "pinia";
import PrimeVue from "primevue/config";
import ToastService from "primevue/toastservice";
import { createApp } from "vue";
import App from "./App.vue";
import { router } from "./router";
import "./theme/fonts.css";
import "./theme/tokens.css";
import { preset } from "./theme/preset";
import { usePreferences } from "./units/preferences";

usePreferences();

createApp(App)
  .use(createPinia())
  .use(router)
  .use(PrimeVue, {
    theme: {
      preset,
      options: { darkModeSelector: ".dark", cssLayer: { name: "primevue", order: "base, primevue, app" } },
    },
  })
  .use(ToastService)
  .mount("#app");

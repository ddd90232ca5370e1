// Typical values, fetched once.
import { shallowRef } from "vue";
import { api, type Schemas } from "../api/client";
import { ask } from "../api/reach";

export const typicalValues = shallowRef<Schemas["Typical"][]>([]);

export async function loadTypical(): Promise<void> {
  if (typicalValues.value.length > 0) return;
  const reply = await ask(() => api.GET("/api/typical"));
  if (reply?.data) typicalValues.value = reply.data;
}

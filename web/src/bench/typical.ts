// Typical values, fetched once.
import { shallowRef } from "vue";
import { api, type Schemas } from "../api/client";

export const typicalValues = shallowRef<Schemas["Typical"][]>([]);

export async function loadTypical(): Promise<void> {
  if (typicalValues.value.length > 0) return;
  const reply = await api.GET("/api/typical").catch(() => undefined);
  if (reply?.data) typicalValues.value = reply.data;
}

// Which course is run: one of the build, or one to start from.
import { computed, type Ref, ref, watch } from "vue";
import { freshName } from "../shared/lib/names";
import { useBench } from "../workbench/bench";
import { courseAsked } from "./courseAsked";
import type { Course } from "./runs";
import { freshMode, modesOf, useTargets } from "./tasks";

interface Picked {
  own: number | null;
  offered: string | null;
}

export function useCourseChoice(offered: Readonly<Ref<Course[] | null>>) {
  const bench = useBench();
  const targets = useTargets();

  const pickedKey = () => `ypsidyne.run.${bench.id}`;
  const stored = sessionStorage.getItem(pickedKey());
  const picked = ref<Picked>(stored ? (JSON.parse(stored) as Picked) : { own: 0, offered: null });
  watch(picked, (now) => sessionStorage.setItem(pickedKey(), JSON.stringify(now)), { deep: true });
  const editing = ref(false);

  const own = computed(() => bench.shown?.courses ?? []);
  /** Courses to start from that the build does not have by that name. */
  const ideas = computed(() =>
    (offered.value ?? []).filter(({ name }) => !own.value.some((course) => course.name === name)),
  );
  const ownIndex = computed(() => {
    if (picked.value.offered !== null && ideas.value.some(({ name }) => name === picked.value.offered))
      return null;
    if (own.value.length === 0) return null;
    return Math.min(picked.value.own ?? 0, own.value.length - 1);
  });
  const course = computed<Course | null>(() => {
    if (ownIndex.value !== null) return own.value[ownIndex.value] ?? null;
    return ideas.value.find(({ name }) => name === picked.value.offered) ?? ideas.value[0] ?? null;
  });

  function pickOwn(index: number): void {
    picked.value = { own: index, offered: null };
  }

  watch(
    [courseAsked, own],
    ([name]) => {
      const index = own.value.findIndex((known) => known.name === name);
      if (name === null || index < 0) return;
      pickOwn(index);
      courseAsked.value = null;
    },
    { immediate: true },
  );

  function pickIdea(name: string): void {
    editing.value = false;
    picked.value = { own: null, offered: name };
  }

  function addCourse(added: Course): void {
    const name = freshName(
      added.name,
      own.value.map((known) => known.name),
    );
    const index = own.value.length;
    bench.set("/courses", [...own.value, { ...added, name }], null);
    pickOwn(index);
    editing.value = true;
  }

  /** An offered course is taken into the build before it is edited. */
  function edit(): void {
    if (editing.value) editing.value = false;
    else if (ownIndex.value === null && course.value) addCourse(course.value);
    else editing.value = true;
  }

  function draw(): void {
    const build = bench.shown;
    const drive = bench.drive?.drive;
    if (!build || drive === undefined) return;
    const kinds = modesOf(build, bench.optionIndex, drive);
    const kind = kinds.includes("profile") ? "profile" : kinds[0];
    if (kind) addCourse({ name: "My course", parts: [{ drive, mode: freshMode(kind, targets(drive)) }] });
  }

  function remove(): void {
    if (ownIndex.value === null) return;
    editing.value = false;
    bench.set(`/courses/${ownIndex.value}`, undefined, null);
    pickOwn(Math.max(0, ownIndex.value - 1));
  }

  return { own, ideas, ownIndex, course, editing, pickOwn, pickIdea, addCourse, edit, draw, remove };
}

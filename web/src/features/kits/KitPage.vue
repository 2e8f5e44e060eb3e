<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed, ref, watch } from 'vue';
import { api, ask, Problem, type Views } from '../../app/client';
import { moment } from '../../app/dates';
import Loading from '../../app/Loading.vue';
import SectionTabs from '../../app/SectionTabs.vue';
import { can } from '../../app/session';
import { useTitle } from '../../app/title';
import WhoCan from '../../app/WhoCan.vue';
import LabelLinks from '../units/LabelLinks.vue';
import KitPhoto from './KitPhoto.vue';
import PieceRows from './PieceRows.vue';

/** The kit of a unit: what is in its bag, in the order in which it is counted. */
const props = defineProps<{ tag: string }>();
const kit = useQuery({
  queryKey: computed(() => ['kit', props.tag]),
  queryFn: () => ask(api.GET('/api/units/{tag}/kit', { params: { path: { tag: props.tag } } })),
  refetchOnWindowFocus: false,
});
const pieces = ref<Views['KitPieceDocument'][]>([]);
const saved = ref('');
const version = ref(0);
function take(view: Views['KitView']): void {
  pieces.value = view.pieces.map((p) => ({ ...p }));
  saved.value = JSON.stringify(pieces.value);
  version.value = view.version;
}
const changed = computed(() => JSON.stringify(pieces.value) !== saved.value);
// A photograph that is saved brings the kit anew; what is typed and not saved stays.
watch(kit.data, (view) => view && !(changed.value && view.version === version.value) && take(view), {
  immediate: true,
});
const editable = computed(() => can('manageUnits'));
const problem = ref<Problem | null>(null);
const wrong = (at: number, field: string) =>
  problem.value?.pointer === `/pieces/${at}/${field}` ? problem.value.message : '';
const blank = (name: string, kind: string, more: Partial<Views['KitPieceDocument']> = {}) => ({
  name,
  kind,
  count: 1,
  where: '',
  code: '',
  required: true,
  supply: 'issued',
  aaEach: 0,
  health: 1,
  ...more,
});
/** What nearly every bag holds, to be changed. */
const usual = () => {
  pieces.value = [
    blank('Camera', 'body'),
    blank('Plate', 'plate', { where: 'on the camera' }),
    blank('Battery', 'battery', { count: 2, where: 'kept apart' }),
    blank('Charger', 'charger'),
    blank('Mains adapter', 'adapter'),
    blank('Card', 'card', { count: 2 }),
    blank('Card reader', 'reader'),
    blank('Microphone', 'microphone'),
    blank('Headphones', 'headphones'),
    blank('Rain cover', 'rain-cover', { required: false }),
    blank('Tripod', 'tripod'),
  ];
};
const from = ref('');
async function copy(unit: string): Promise<void> {
  const other = await ask(api.GET('/api/units/{tag}/kit', { params: { path: { tag: unit } } }));
  // A label belongs to one piece.
  pieces.value = other.pieces.map((p) => ({ ...p, code: '' }));
  from.value = unit;
}
async function save(): Promise<void> {
  problem.value = null;
  try {
    take(
      await ask(
        api.PUT('/api/units/{tag}/kit', {
          params: { path: { tag: props.tag } },
          headers: { 'If-Match': `"${version.value}"` },
          body: { pieces: pieces.value },
        }),
      ),
    );
    await kit.refetch();
  } catch (error) {
    problem.value = error as Problem;
  }
}
useTitle(() => [props.tag, 'kit']);
</script>

<template>
  <Loading
    :pending="kit.isPending.value"
    :error="kit.error.value"
    what="the kit"
    back="Go to the units"
    back-to="/cameras/units"
    @again="kit.refetch()"
  >
    <div v-if="kit.data.value" class="page">
      <SectionTabs />
      <p class="soft small">
        <RouterLink :to="`/cameras/units/${tag}`">{{ tag }}</RouterLink>
      </p>
      <h1>Kit of {{ tag }}</h1>
      <p class="soft">
        {{ kit.data.value.modelName
        }}<template v-if="version"
          >; changed by {{ kit.data.value.changedBy }}, {{ moment(kit.data.value.changedAt!) }}</template
        >
      </p>
      <template v-if="!pieces.length">
        <p>Nobody wrote down what is in its bag yet. It is counted out and back by this list.</p>
        <p v-if="editable" class="acts">
          <button class="act" type="button" @click="usual">Begin with the usual</button>
          <button
            v-for="unit in kit.data.value.otherUnits.slice(0, 4)"
            :key="unit"
            class="act quiet"
            type="button"
            @click="copy(unit)"
          >
            As {{ unit }}
          </button>
        </p>
        <WhoCan right="manageUnits" what="write down a kit" />
      </template>
      <p v-if="from" class="soft">Copied from {{ from }}, without its labels. Change what differs.</p>
      <PieceRows v-model="pieces" :editable="editable" :wrong="wrong" />
      <p v-if="problem && !/^\/pieces\/\d+\//.test(problem.pointer)" class="problem" role="alert">
        {{ problem.message }}
      </p>
      <p v-if="editable" class="acts no-print">
        <button class="act quiet" type="button" @click="pieces = [...pieces, blank('', 'other')]">
          Add a piece
        </button>
        <button class="act" type="button" :disabled="!changed" @click="save">Save</button>
        <span class="soft small" role="status">{{ changed ? 'not saved yet' : version ? 'saved' : '' }}</span>
      </p>
      <section v-if="version && (kit.data.value.photo || editable)">
        <h2>All there</h2>
        <KitPhoto :tag="tag" :photo="kit.data.value.photo" :editable="editable" />
      </section>
      <LabelLinks v-if="kit.data.value.pieces.some((p) => p.code)" :tags="[tag]" kit />
      <section v-if="kit.data.value.differs.length">
        <h2>Unlike other kits of this model</h2>
        <ul>
          <li v-for="d in kit.data.value.differs" :key="d.sentence">{{ d.sentence }}</li>
        </ul>
      </section>
    </div>
  </Loading>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin: 14px 0;
}
</style>

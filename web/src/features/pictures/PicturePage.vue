<script setup lang="ts">
import { computed, ref, toRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import Loading from '../../app/Loading.vue';
import NumberField from '../../app/NumberField.vue';
import OneOf from '../../app/OneOf.vue';
import OneOfFew from '../../app/OneOfFew.vue';
import ThreeZones from '../../app/ThreeZones.vue';
import TextEntry from '../../app/TextEntry.vue';
import TickBox from '../../app/TickBox.vue';
import { useTitle } from '../../app/title';
import { plain } from '../../instruments/fractions';
import ExposureBands from '../../instruments/ExposureBands.vue';
import PictureHistogram from '../../instruments/PictureHistogram.vue';
import PictureWaveform from '../../instruments/PictureWaveform.vue';
import VectorPlot from '../../instruments/VectorPlot.vue';
import PictureCurve from './PictureCurve.vue';
import PictureStage from './PictureStage.vue';
import ProfileHelp from './ProfileHelp.vue';
import RegionFigures from './RegionFigures.vue';
import { KINDS, nameOf, type Region } from './regions';
import { askLimits, limits } from './upload';
import { usePicture } from './usePicture';

/** One picture measured: regions over it, what each says, and how its light is spread. */
const props = defineProps<{ id: string }>();
void askLimits();
const router = useRouter();
const route = useRoute();
/** The match or measurement it was opened from: its figures follow what is moved here. */
const back = computed(() =>
  route.query.match
    ? { to: `/shoots/matches/${String(route.query.match)}`, name: 'Back to the match' }
    : route.query.measurement
      ? { to: `/cameras/measurements/${String(route.query.measurement)}`, name: 'Back to the measurement' }
      : undefined,
);
const work = usePicture(toRef(props, 'id'));
const {
  picture,
  document,
  quick,
  figures,
  selected,
  region,
  state,
  wrong,
  moved,
  pointer,
  failed,
  undoable,
} = work;
useTitle(() => [picture.value?.name ?? 'Picture', picture.value?.unit ?? undefined]);
const regions = computed(() => document.value?.regions ?? []);
const chosen = computed(() => (selected.value ? figures(selected.value) : undefined));

/** Typed whole before it is asked for: half a tag is no unit. */
const unit = ref('');
watch(
  () => document.value?.unit,
  (now) => (unit.value = now ?? ''),
);

const concluded = computed(() => work.measured.value?.concluded ?? []);

const proposals = ref<Region[]>();
const sure = ref(false);
const finding = ref(false);
async function findCards(): Promise<void> {
  finding.value = true;
  try {
    const { regions: found, isSure: certain } = await ask(
      api.GET('/api/pictures/{id}/cards', { params: { path: { id: props.id } } }),
    );
    sure.value = certain;
    proposals.value = found.map((r) => ({ ...r, shape: r.shape ?? 'rectangle' }));
  } catch (error) {
    wrong.value = (error as Error).message;
  } finally {
    finding.value = false;
  }
}
function accept(proposal: Region): void {
  proposals.value = undefined;
  work.add(proposal);
}

const percent = (share: number) => Math.round(1000 * share) / 10;
const side = (which: 'x' | 'y' | 'width' | 'height', value: number | null | undefined) => {
  if (region.value && typeof value === 'number') work.put({ ...region.value, [which]: value / 100 });
};
const SIDES = [
  { key: 'x', name: 'Left' },
  { key: 'y', name: 'Top' },
  { key: 'width', name: 'Width' },
  { key: 'height', name: 'Height' },
] as const;
const hues = computed(() =>
  (work.measured.value?.regions ?? []).flatMap((f) => {
    const of = regions.value.find((r) => r.id === f.id);
    return of && f.hueDegrees != null
      ? [{ name: nameOf(of, regions.value), degrees: f.hueDegrees, saturation: f.saturation }]
      : [];
  }),
);
const dropping = ref(false);
async function drop(): Promise<void> {
  if (!picture.value) return;
  try {
    await ask(
      api.DELETE('/api/pictures/{id}', {
        params: { path: { id: props.id } },
        headers: { 'If-Match': `"${picture.value.version}"` },
      }),
    );
    await router.push('/cameras/pictures');
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
const stands = computed(() =>
  state.value === 'saved'
    ? 'At full size, saved.'
    : state.value === 'saves'
      ? 'Measuring at full size…'
      : 'About: from a smaller picture while you move.',
);
</script>

<template>
  <Loading
    :pending="!picture && !failed"
    :error="failed"
    what="the picture"
    back="To the pictures"
    back-to="/cameras/pictures"
    @again="work.open()"
  >
    <ThreeZones
      v-if="picture && document"
      queue-name="Regions"
      queue-label="Regions"
      effect-label="What it says"
    >
      <template #queue="{ chosen: close }">
        <h2>Regions</h2>
        <button
          v-for="r in regions"
          :key="r.id"
          type="button"
          class="one"
          :aria-current="r.id === selected || undefined"
          @click="
            selected = r.id;
            close();
          "
        >
          <span>{{ nameOf(r, regions) }}</span>
          <span class="mono small">{{ figures(r.id)?.levelPercent.toFixed(0) ?? '–' }} %</span>
        </button>
        <div v-if="picture.isHere" class="acts">
          <button class="act quiet" type="button" @click="work.add()">Add a region</button>
          <button class="act quiet" type="button" :disabled="finding" @click="findCards">
            Find the card
          </button>
          <button v-if="undoable" class="link" type="button" @click="work.undo()">Undo</button>
        </div>
        <template v-if="proposals">
          <p v-if="!proposals.length" class="soft small pad">
            Nothing in it is surely a card. Draw the region yourself.
          </p>
          <p v-else class="soft small pad">
            {{
              sure
                ? 'Which of these is the card you mean?'
                : 'Not sure: a wall or a sheet of paper looks alike. Is one of these a card?'
            }}
          </p>
          <button v-for="(p, i) in proposals" :key="p.id" type="button" class="one" @click="accept(p)">
            <span>Proposal {{ i + 1 }}</span>
            <span class="mono small">{{ percent(p.x) }}, {{ percent(p.y) }} %</span>
          </button>
        </template>
      </template>

      <template #way
        ><RouterLink v-if="back" :to="back.to">{{ back.name }}</RouterLink
        ><RouterLink v-else to="/cameras/pictures">Pictures</RouterLink></template
      >
      <h1>{{ picture.name }}</h1>
      <p class="soft small">
        {{ picture.width }} × {{ picture.height }}, {{ picture.bits }} bit. {{ picture.by }},
        {{ moment(picture.at) }}.
      </p>
      <p v-if="!picture.isHere" class="note" role="status">
        The file is here no longer, so this picture cannot be measured anew. Its figures stay; choose the file
        again under <RouterLink to="/cameras/pictures">Pictures</RouterLink> to measure it.
      </p>
      <PictureStage
        :id="id"
        v-model:selected="selected"
        :name="picture.name"
        :width="picture.width"
        :height="picture.height"
        :regions="regions"
        :proposals="proposals"
        :fixed="!picture.isHere"
        @accept="accept"
        @grip="work.remember()"
        @put="work.put"
        @remove="work.remove"
      />
      <p v-if="picture.isHere" class="soft small keys no-print">
        Drag a region or its corner. <kbd>← → ↑ ↓</kbd> move it, with <kbd>Shift</kbd> its corner,
        <kbd>Delete</kbd> takes it away.
      </p>
      <div v-if="!regions.length && !proposals && picture.isHere" class="begin">
        <p>Nothing is marked yet. Let a card be proposed, or mark a region yourself.</p>
        <button class="act" type="button" :disabled="finding" @click="findCards">Find the card</button>
        <button class="act quiet" type="button" @click="work.add()">Add a region</button>
      </div>
      <p v-if="wrong" class="problem" role="alert">
        {{ wrong }} What you changed is still here.
        <button v-if="moved" class="link" type="button" @click="work.open()">
          Open it again without what you changed
        </button>
      </p>
      <div v-if="quick?.drawings" class="drawings">
        <PictureWaveform :of="quick.drawings.waveform" />
        <ExposureBands :of="quick.drawings.exposure" />
        <PictureHistogram
          :red="quick.drawings.red"
          :green="quick.drawings.green"
          :blue="quick.drawings.blue"
        />
        <VectorPlot :of="quick.drawings.vector" :hues="hues" />
      </div>

      <template #effect>
        <section v-if="concluded.length" class="part">
          <h2>Concluded</h2>
          <p v-for="c in concluded" :key="c.ruleId + c.case + c.sentence" class="small">
            {{ plain(c.sentence) }}
          </p>
        </section>
        <section v-if="region" class="part">
          <h2>{{ nameOf(region, regions) }}</h2>
          <p v-if="region.isProposed" class="small automatic">
            Proposed, and not confirmed by anybody.
            <button
              v-if="picture.isHere"
              class="act quiet"
              type="button"
              @click="work.put({ ...region!, isProposed: false })"
            >
              It is the {{ nameOf(region, regions).toLowerCase() }}
            </button>
          </p>
          <RegionFigures v-if="chosen" :of="chosen" />
          <p v-else class="soft small">Too small here; it is measured at full size.</p>
          <p class="soft small" role="status">{{ stands }}</p>
        </section>
        <section v-if="region && picture.isHere" class="part no-print">
          <div class="fields">
            <OneOf
              :model-value="region.kind"
              label="What it is of"
              :options="KINDS"
              @update:model-value="$event && work.put({ ...region!, kind: $event })"
            />
          </div>
          <OneOfFew
            :model-value="region.shape ?? 'rectangle'"
            in-line
            :options="[
              { key: 'rectangle', name: 'Rectangle' },
              { key: 'ellipse', name: 'Ellipse' },
            ]"
            @update:model-value="work.put({ ...region!, shape: $event })"
          />
          <div class="sides">
            <NumberField
              v-for="s in SIDES"
              :key="s.key"
              :model-value="percent(region[s.key])"
              :label="s.name"
              unit="%"
              required
              @update:model-value="side(s.key, $event)"
            />
          </div>
          <button class="link" type="button" @click="work.remove(region!.id)">Take this region away</button>
        </section>
        <PictureCurve v-if="picture.isHere" :work="work" :document="document" />
        <ProfileHelp v-if="regions.some((r) => r.kind === 'greyCard')" :id="id" :version="picture.version" />
        <section v-if="picture.isHere" class="part no-print">
          <h2>Keep</h2>
          <div class="fields">
            <TextEntry
              v-model="unit"
              label="Unit it is of"
              :wrong="pointer === '/unit' ? wrong : ''"
              @focusout="work.change((d) => (d.unit = unit.trim()))"
              @keydown.enter="work.change((d) => (d.unit = unit.trim()))"
            />
          </div>
          <TickBox
            :model-value="document.original"
            @update:model-value="(o) => work.change((d) => (d.original = o === true))"
            >Keep the file itself, too; else it goes after
            {{ limits.days === 1 ? 'a day' : `${limits.days} days` }}.</TickBox
          >
          <p v-if="dropping" class="small">
            Delete this picture and what it measured? The audit log keeps its figures.
            <button class="act" type="button" @click="drop">Delete</button>
            <button class="act quiet" type="button" @click="dropping = false">Keep it</button>
          </p>
          <button v-else class="link" type="button" @click="dropping = true">Delete this picture</button>
        </section>
      </template>
    </ThreeZones>
  </Loading>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 10px 16px;
}
.pad {
  padding: 4px 16px;
}
.part {
  padding: 12px 0;
  border-bottom: 1px solid var(--line);
}
.part h2 {
  margin-bottom: 6px;
}
.sides {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px;
  margin: 8px 0;
}
.keys {
  margin: 8px 0 14px;
}
.begin {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 4px 0 14px;
}
.begin p {
  flex-basis: 100%;
}
.drawings {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(300px, 1fr));
  gap: 22px 28px;
  margin-top: 14px;
}
h1 {
  overflow-wrap: anywhere;
}
</style>

<script setup lang="ts">
import { computed } from 'vue';
import type { Views } from '../../app/client';
import { dayAt, lasting, sameDay, timeAt } from '../../app/clock';
import { minutesAhead } from '../../app/zone';
import DayLine from '../../instruments/DayLine.vue';
import PreparationBars from '../../instruments/PreparationBars.vue';
import ShootPapers from './ShootPapers.vue';
import { duty, KINDS } from './words';

/** What a shoot takes along: preparation, the day on one line, then camera by camera. */
const props = defineProps<{ view: Views['ShootView']; zone: string }>();
const pack = computed(() => props.view.pack);
const plan = computed(() => props.view.preparation);
const day = computed(() => props.view.day);
const ahead = computed(() =>
  props.view.document.call ? minutesAhead(props.zone, props.view.document.call) : 0,
);
const kindName = (kind: string) => KINDS.find((k) => k.key === kind)?.name ?? kind;
const remedy = (r: Views['PreparationRemedyView']) =>
  r.kind === 'more'
    ? `${r.more} more ${r.more === 1 ? r.resource : `${r.resource}s`}: starts ${lasting(r.minutes)} later${r.suffices ? ', and everything fits' : ', which is not enough'}.`
    : r.kind === 'earlier'
      ? `Start ${lasting(r.minutes)} earlier.`
      : `Collect ${lasting(r.minutes)} later.`;
const when = (at: string) =>
  props.view.document.call && sameDay(at, props.view.document.call, props.zone)
    ? timeAt(at, props.zone)
    : `${dayAt(at, props.zone)}, ${timeAt(at, props.zone)}`;
const issued = (c: Views['CameraPackView']) => c.kit.filter((p) => p.supply === 'issued');
const ownPieces = (c: Views['CameraPackView']) => c.kit.filter((p) => p.supply !== 'issued');
</script>

<template>
  <div>
    <ShootPapers :id="view.document.id" />
    <section v-if="plan" aria-labelledby="preparation">
      <h2 id="preparation">Preparation</h2>
      <p v-if="plan.whyNot" class="problem" role="alert">{{ plan.whyNot }}</p>
      <p v-else-if="!plan.tasks.length" class="soft">Nothing is left to prepare.</p>
      <template v-else>
        <p>
          <b class="big" :class="{ off: !plan.fits }">Start by {{ when(plan.beginBy) }}</b
          ><template v-if="!plan.fits">: that has passed, or is before anything can start.</template>
        </p>
        <ul v-if="plan.remedies.length" class="plain" aria-label="What would make it fit">
          <li v-for="r in plan.remedies" :key="`${r.kind} ${r.resource}`">{{ remedy(r) }}</li>
        </ul>
        <PreparationBars :plan="plan" :zone="zone" />
      </template>
    </section>
    <section v-if="day" aria-labelledby="day">
      <h2 id="day">The day</h2>
      <DayLine
        v-if="view.document.blocks?.length"
        :day="day"
        :blocks="view.document.blocks"
        :zone="zone"
        :ahead="ahead"
      />
      <ol class="moments">
        <li
          v-for="(m, i) in day.moments"
          :key="i"
          :class="{ block: m.duty === 'block' || m.duty === 'call' || m.duty === 'end' }"
        >
          <span class="mono">{{ when(m.at) }}</span> {{ duty(m) }}
        </li>
      </ol>
    </section>
    <p v-else class="soft">
      Set call and end, and blocks of the day, under Details: then the day is worked out.
    </p>
    <section v-for="c in pack.cameras" :key="c.letter" class="camera" :aria-labelledby="`pack-${c.letter}`">
      <h2 :id="`pack-${c.letter}`">
        <b class="mono">{{ c.letter }}</b> {{ c.unit }} <span class="soft">{{ c.modelName }}</span>
      </h2>
      <dl class="figures">
        <div v-if="c.cards">
          <dt>Cards</dt>
          <dd :class="{ off: c.cards.missing > 0 }">{{ c.cards.have }} of {{ c.cards.withMargin }}</dd>
          <dd class="soft small">
            {{ Math.floor(c.cards.minutesEach) }} min each<template v-if="c.cards.isMeasured"
              >, as this unit showed</template
            >
          </dd>
        </div>
        <div v-if="c.batteries">
          <dt>Batteries</dt>
          <dd :class="{ off: c.batteries.missing > 0 }">
            {{ c.batteries.have }} of {{ c.batteries.needed }}
          </dd>
          <dd class="soft small">{{ Math.floor(c.batteries.minutesEach) }} min each</dd>
        </div>
        <div v-if="c.timecode">
          <dt>Timecode</dt>
          <dd class="mono">{{ c.timecode }}</dd>
        </div>
      </dl>
      <ul class="plain">
        <li v-for="s in c.says" :key="s.because.sentence" :class="{ off: s.isFault }">
          {{ s.because.sentence }}
        </li>
        <li v-for="s in c.assembly" :key="s.sentence">{{ s.sentence }}</li>
      </ul>
      <div class="kit">
        <div>
          <h3>
            Issued <RouterLink class="small" :to="`/cameras/units/${c.unit}/kit`">change the kit</RouterLink>
          </h3>
          <p v-if="!c.kit.length" class="soft">Nobody wrote this kit down yet.</p>
          <ul class="plain">
            <li v-for="p in issued(c)" :key="p.name">
              {{ p.count }} × {{ p.name }} <span class="soft small">{{ p.where || kindName(p.kind) }}</span>
            </li>
            <li v-for="p in c.pools" :key="p.key">
              {{ p.count }} × {{ p.name }} <span class="soft small">from the pool</span>
            </li>
          </ul>
        </div>
        <div v-if="ownPieces(c).length">
          <h3>Bring your own</h3>
          <ul class="plain">
            <li v-for="p in ownPieces(c)" :key="p.name">{{ p.count }} × {{ p.name }}</li>
          </ul>
        </div>
        <div v-if="c.differs.length">
          <h3>Unlike other kits of this model</h3>
          <ul class="plain">
            <li v-for="d in c.differs" :key="d.sentence">{{ d.sentence }}</li>
          </ul>
        </div>
        <div v-if="c.qualities.length > 1">
          <h3>What quality costs</h3>
          <table class="plain-table">
            <thead>
              <tr>
                <th>Rate</th>
                <th>Volume</th>
                <th>Copy</th>
                <th>min a TB</th>
                <th>Editing</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="q in c.qualities" :key="`${q.codec} ${q.megabits}`" :class="{ chosen: q.isChosen }">
                <td class="mono">
                  {{ q.codec }} {{ Math.round(q.megabits) }} Mb/s<span v-if="q.isChosen" class="soft">
                    sheet</span
                  >
                </td>
                <td class="mono">{{ Math.round(q.gigabytes) }} GB</td>
                <td class="mono">{{ Math.ceil(q.copyMinutes) }} min</td>
                <td class="mono">{{ Math.floor(q.minutesPerTerabyte) }}</td>
                <td class="mono">{{ q.editMegabytes.toFixed(1) }} MB/s</td>
              </tr>
            </tbody>
          </table>
        </div>
      </div>
    </section>
    <p v-if="!pack.cameras.length" class="soft">
      No camera with a sheet yet. Choose cameras and a standard under Details.
    </p>
    <section v-if="pack.aa || pack.supply.length || pack.timecode">
      <h2>For all cameras</h2>
      <ul class="plain">
        <li v-if="pack.aa" :class="{ off: pack.aa.isFault }">{{ pack.aa.because.sentence }}</li>
        <li v-for="s in pack.supply" :key="s.because.sentence" :class="{ off: s.isFault }">
          {{ s.because.sentence }}
        </li>
        <li v-if="pack.timecode">{{ pack.timecode.sentence }}</li>
      </ul>
    </section>
    <section v-if="pack.cautions.length">
      <h2>Cautions</h2>
      <ul class="plain">
        <li v-for="c in pack.cautions" :key="c.sentence">{{ c.sentence }}</li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
section {
  margin-bottom: 24px;
}
.big {
  font-size: 1.25rem;
}
.plain {
  list-style: none;
  padding: 0;
  margin: 0 0 10px;
}
.plain li {
  padding: 2px 0;
}
.moments {
  list-style: none;
  padding: 0;
  margin: 0;
  columns: 320px;
}
.moments li {
  padding: 2px 0;
  break-inside: avoid;
}
.moments .mono {
  display: inline-block;
  min-width: 58px;
}
.moments .block {
  font-weight: 600;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 34px;
  margin: 4px 0 10px;
}
.figures dt {
  color: var(--ink-soft);
  font-size: 0.875rem;
}
.figures dd {
  margin: 0;
  font-size: 1.25rem;
}
.figures dd.small {
  font-size: 0.875rem;
}
.kit {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: 10px 34px;
}
.camera {
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
.chosen {
  font-weight: 600;
}
h3 {
  font-size: 0.9375rem;
  margin: 6px 0 3px;
}
</style>

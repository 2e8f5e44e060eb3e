<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask, type Views } from '../../app/client';
import { can } from '../../app/session';
import { plain } from '../../instruments/fractions';
import ImportFile from './ImportFile.vue';

const { data, isPending, error, refetch } = useQuery({
  queryKey: ['sheets'],
  queryFn: () => ask(api.GET('/api/sheets')),
});

/** One group for a standard, in the order the site gives. */
const groups = computed(() => {
  const byKey = new Map<string, Views['SheetRowView'][]>();
  for (const row of data.value ?? [])
    byKey.set(row.standardKey, [...(byKey.get(row.standardKey) ?? []), row]);
  return [...byKey.values()];
});
</script>

<template>
  <div class="page">
    <h1>Sheets</h1>
    <p class="soft lead">Each standard of the department, worked out for each camera model.</p>
    <p v-if="isPending" class="soft" role="status">Working out the sheets…</p>
    <div v-else-if="error" class="problem" role="alert">
      {{ error.message }} <button class="act quiet" type="button" @click="refetch()">Try again</button>
    </div>
    <p v-else-if="!groups.length">
      There are no sheets yet: they need a standard and a camera model.
      {{ can('importFiles') ? 'Import both below.' : 'Ask a technician to import both.' }}
    </p>
    <section v-for="rows in groups" v-else :key="rows[0]!.standardKey">
      <h2>
        {{ rows[0]!.standardName }} <span class="soft small">version {{ rows[0]!.standardVersion }}</span>
      </h2>
      <table class="plain-table">
        <thead>
          <tr>
            <th scope="col">Model</th>
            <th scope="col">Exact</th>
            <th scope="col">Compromise</th>
            <th scope="col">Cannot</th>
            <th scope="col">Look</th>
            <th scope="col">What differs on it</th>
            <th scope="col">Units</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.modelKey">
            <th scope="row">
              <RouterLink :to="`/sheets/${row.standardKey}/${row.modelKey}`">{{ row.modelName }}</RouterLink>
            </th>
            <td class="mono count" data-name="as asked">{{ row.exact }}</td>
            <td class="mono count" data-name="compromise">{{ row.compromise || '–' }}</td>
            <td class="mono count" :class="{ off: row.notPossible }" data-name="cannot">
              {{ row.notPossible || '–' }}
            </td>
            <td class="mono count" :class="{ automatic: row.checkByEye }" data-name="look">
              {{ row.checkByEye || '–' }}
            </td>
            <td class="notable">
              <span
                v-for="(what, i) in row.notable ? row.notable.split(' · ') : []"
                :key="i"
                class="mono small what"
                >{{ plain(what) }}</span
              >
              <span v-if="!row.notable" class="soft small">nothing</span>
            </td>
            <td class="mono count" data-name="units">{{ row.units }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <ImportFile v-if="can('importFiles') && !isPending" class="no-print" />
  </div>
</template>

<style scoped>
.lead {
  margin-bottom: 24px;
}
section {
  margin-bottom: 36px;
}
h2 {
  font-size: 1.25rem;
  margin-bottom: 4px;
}
table {
  table-layout: fixed;
}
thead th:nth-child(1) {
  width: 18%;
}
thead th:nth-child(-n + 5):not(:first-child),
thead th:last-child {
  width: 7.5%;
}
tbody th {
  font-size: 1.0625rem;
  color: var(--ink);
  padding: 10px 24px 10px 0;
  vertical-align: top;
}
.count {
  font-size: 1.0625rem;
  width: 96px;
}
.what {
  display: inline-block;
  margin-right: 20px;
  white-space: nowrap;
}
@media (max-width: 640px) {
  thead {
    display: none;
  }
  tr {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    border-bottom: 1px solid var(--line);
    padding: 6px 0;
  }
  tbody th,
  td {
    border: 0;
    padding: 4px 0 !important;
  }
  tbody th,
  .notable {
    width: 100%;
  }
  .notable {
    order: 5;
  }
  .what {
    display: block;
  }
  .count {
    width: auto;
    font-size: 0.9375rem;
  }
  .count::after {
    content: ' ' attr(data-name);
    color: var(--ink-soft);
    font-family: var(--sans);
  }
}
</style>

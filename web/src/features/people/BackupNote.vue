<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query';
import { computed } from 'vue';
import { api, ask } from '../../app/client';
import { moment } from '../../app/dates';
import { can } from '../../app/session';

/** Whether the records would survive the machine: the last backup that was restored elsewhere and found equal. */
const { data, error } = useQuery({
  queryKey: ['backups'],
  queryFn: () => ask(api.GET('/api/department/backups')),
  enabled: computed(() => can('managePeople')),
});
</script>

<template>
  <section v-if="can('managePeople')" aria-label="Backups">
    <h2>Backups</h2>
    <p v-if="error" class="problem" role="alert">{{ error.message }}</p>
    <p v-else-if="data && !data.last" class="told">
      No backup has been made yet. <code>tools/backup</code> makes one; <code>./start</code> makes one each
      night at three.
    </p>
    <template v-else-if="data?.last">
      <p v-if="data.last.good">
        Last good backup: {{ moment(data.last.takenAt) }}, {{ data.last.megabytes }} MB, restored and
        compared.
        <strong v-if="data.last.old" class="off"
          >That is more than two days ago: see that the machine runs at night.</strong
        >
      </p>
      <p v-else class="problem" role="alert">
        No backup was good yet. The last one, {{ moment(data.last.takenAt) }}: {{ data.last.why }}
      </p>
      <p class="soft small">
        Audit log checkpoint: <code class="mono">{{ data.last.auditCheckpoint }}</code>
      </p>
    </template>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  margin-top: 24px;
}
</style>

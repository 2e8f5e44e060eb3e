<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import type { Views } from '../../app/client';
import { dayAt, timeAt } from '../../app/clock';
import { can } from '../../app/session';
import { computed } from 'vue';

/** Cameras of a shoot, and which of them went out. */
const props = defineProps<{ view: Views['ShootView']; zone: string }>();
const rows = computed(() => props.view.cameras);
const to = (c: Views['ShootCameraView']) => `/shoots/hand-out?unit=${c.unit}&shoot=${props.view.document.id}`;
const check = (c: Views['ShootCameraView']) =>
  `/bench?unit=${c.unit}${props.view.hasPlan ? `&lineUp=${props.view.document.id}` : ''}`;
</script>

<template>
  <div>
    <p v-if="!rows.length" class="soft">No camera is chosen yet. Choose cameras under Details.</p>
    <DataTable v-else class="stacks" :value="rows" data-key="letter">
      <Column header="Camera" body-class="leads"
        ><template #body="{ data: c }"
          ><b class="mono">{{ c.letter }}</b> {{ c.unit }}
          <span class="soft small">{{ c.modelName }} {{ c.tape }}</span></template
        ></Column
      >
      <Column header="At it"
        ><template #body="{ data: c }">{{ c.operatorName }}</template></Column
      >
      <Column header="Check"
        ><template #body="{ data: c }"
          ><span :class="{ off: c.state === 'off' }">{{ c.stateText }}</span>
          <RouterLink v-if="!c.isPrepared" class="small" :to="check(c)">check it</RouterLink></template
        ></Column
      >
      <Column header="Hand out"
        ><template #body="{ data: c }"
          ><template v-if="c.loan && c.loan.status === 'out'"
            >with {{ c.loan.borrower }}, due {{ dayAt(c.loan.due, zone) }},
            {{ timeAt(c.loan.due, zone) }}</template
          ><template v-else-if="c.loan">is back</template>
          <RouterLink v-else-if="can('handOut')" class="act small" :to="to(c)">Hand out</RouterLink>
          <span v-else class="soft">at the counter</span></template
        ></Column
      >
    </DataTable>
  </div>
</template>

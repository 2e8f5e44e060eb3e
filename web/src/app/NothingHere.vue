<template>
  <div class="page">
    <h1>Nothing is at this address</h1>
    <p class="soft">
      It may have been typed wrongly. <RouterLink to="/sheets">Go to the sheets</RouterLink>.
    </p>
  </div>
</template>

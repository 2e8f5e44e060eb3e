<template>
  <div class="page">
    <h1>Nothing is at this address</h1>
    <p class="soft">It may have been typed wrongly. <RouterLink to="/bench">Go to the bench</RouterLink>.</p>
  </div>
</template>

<template>
  <main id="main" class="p-10">
    <h1>There is nothing here</h1>
    <p class="my-4 text-soft">The address may come from an old link or have a slip in it.</p>
    <RouterLink :to="{ name: 'today' }" class="button">To today’s bikes</RouterLink>
  </main>
</template>

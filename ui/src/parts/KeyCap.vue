<template>
  <kbd class="figure rounded-[3px] border border-b-2 border-current/60 px-1.5 text-xs font-normal"
    ><slot
  /></kbd>
</template>

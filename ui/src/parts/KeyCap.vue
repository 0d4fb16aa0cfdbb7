<template>
  <kbd class="figure rounded-[3px] border border-b-2 border-current px-1.5 text-xs font-normal opacity-75"
    ><slot
  /></kbd>
</template>

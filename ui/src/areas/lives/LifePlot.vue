<script setup lang="ts">
import { Chart, Filler, LinearScale, LineElement, PointElement, ScatterController, Tooltip } from 'chart.js'
import { computed, onBeforeUnmount, onMounted, useTemplateRef, watch } from 'vue'

import type { Line, Schemas } from '@/api/client'
import { figure } from '@/parts/words'

/** How a part wears: its readings over the way, the line they follow with its band, and the limit. */
const props = defineProps<{ line: Line; plot: Schemas['Plot'] }>()
Chart.register(Filler, LinearScale, LineElement, PointElement, ScatterController, Tooltip)

const canvas = useTemplateRef('canvas')
let chart: Chart<'scatter'> | undefined
const lives = computed(() =>
  props.line.lives.map((p) =>
    p.readings.flatMap((r) => (r.value === undefined ? [] : [{ x: r.gone, y: r.value }])),
  ),
)
const said = computed(() => {
  const now = lives.value.at(-1) ?? []
  return `${props.line.name} over the way: ${now.map((p) => `${figure(p.y)} ${props.plot.unit} at ${figure(Math.round(p.x))} ${props.plot.way}`).join(', ')}; due at ${figure(props.plot.limit)} ${props.plot.unit}`
})
const ink = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`)

function sets() {
  const plain = { pointRadius: 0, showLine: true, borderWidth: 1.6 }
  const band = props.plot.line
  const all = [...lives.value.flat().map((p) => p.x), ...band.map((p) => p.gone)]
  const limit = [Math.min(...all), Math.max(...all)].map((x) => ({ x, y: props.plot.limit }))
  return [
    ...lives.value.map((data, i) => ({
      data,
      pointRadius: 4.5,
      pointBackgroundColor: ink('chalk'),
      borderWidth: 1.8,
      borderColor: i === lives.value.length - 1 ? ink('ink') : ink('faint'),
    })),
    {
      ...plain,
      data: band.map((p) => ({ x: p.gone, y: p.high })),
      borderColor: 'transparent',
      fill: '+1' as const,
      backgroundColor: ink('wash'),
    },
    { ...plain, data: band.map((p) => ({ x: p.gone, y: p.low })), borderColor: 'transparent' },
    {
      ...plain,
      data: band.map((p) => ({ x: p.gone, y: p.mid })),
      borderColor: ink('petrol'),
      borderWidth: 2.2,
    },
    { ...plain, data: limit, borderColor: ink('ochre'), borderDash: [6, 4] },
  ]
}
function draw() {
  if (!canvas.value) return
  chart?.destroy()
  const axis = (text: string) => ({
    title: { display: true, text, color: ink('soft') },
    ticks: { color: ink('soft'), maxTicksLimit: 7 },
    grid: { color: ink('rule') },
    border: { color: ink('ink') },
  })
  chart = new Chart(canvas.value, {
    type: 'scatter',
    data: { datasets: sets() },
    options: {
      animation: false,
      maintainAspectRatio: false,
      plugins: { tooltip: { callbacks: { label: (p) => `${figure(p.parsed.y ?? 0)} ${props.plot.unit}` } } },
      scales: { x: axis(props.plot.way), y: axis(props.plot.unit) },
    },
  })
}
onMounted(draw)
watch(() => [props.line, props.plot], draw)
onBeforeUnmount(() => chart?.destroy())
</script>

<template>
  <figure>
    <div class="relative h-52"><canvas ref="canvas" role="img" :aria-label="said"></canvas></div>
    <figcaption class="text-sm text-soft">
      Dashed: due at {{ figure(plot.limit) }} {{ plot.unit }}.
      {{
        plot.line.length
          ? 'The line is the middle of all slopes, with its band.'
          : 'One reading makes no line.'
      }}
    </figcaption>
  </figure>
</template>

<script setup lang="ts">
/** A rubber postmark: a state as a word in a ring, tilted a little. */
const { word, tone = 'ink' } = defineProps<{ word: string; tone?: 'ink' | 'teal' | 'vermilion' }>()
</script>

<template>
  <svg :class="['postmark', tone]" viewBox="0 0 92 76" width="86" height="71" role="img" :aria-label="word">
    <g transform="rotate(-8 46 38)">
      <circle cx="46" cy="38" r="32" class="ring" />
      <circle cx="46" cy="38" r="26.5" class="dots" />
      <rect x="4" y="26" width="84" height="23" rx="2.500" class="bar" />
      <text
        x="46"
        y="42.500"
        text-anchor="middle"
        :textLength="word.length > 10 ? 76 : undefined"
        lengthAdjust="spacingAndGlyphs"
      >
        {{ word }}
      </text>
    </g>
  </svg>
</template>

<style scoped>
.postmark {
  color: var(--soft);
}
.postmark.teal {
  color: var(--teal);
}
.postmark.vermilion {
  color: var(--vermilion);
}
.ring {
  fill: color-mix(in srgb, var(--sheet) 62%, transparent);
  stroke: currentcolor;
  stroke-width: 2.5;
}
.dots {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.3;
  stroke-dasharray: 2 3.2;
}
.bar {
  fill: var(--sheet);
  stroke: currentcolor;
  stroke-width: 2;
}
text {
  fill: currentcolor;
  font: 700 15px var(--head);
}
</style>

<template>
  <svg viewBox="0 0 32 32" width="30" height="30" aria-hidden="true">
    <path
      d="M16 3 29 9v14l-13 6L3 23V9z"
      fill="var(--kraft)"
      stroke="var(--ink)"
      stroke-width="1.800"
      stroke-linejoin="round"
    />
    <path d="M3 9l13 6 13-6M16 15v14" fill="none" stroke="var(--ink)" stroke-width="1.800" stroke-linejoin="round" />
    <path
      d="M7.500 15.500v6l5-2.200z"
      fill="var(--sheet)"
      stroke="var(--ink)"
      stroke-width="1.200"
      stroke-linejoin="round"
    />
  </svg>
</template>

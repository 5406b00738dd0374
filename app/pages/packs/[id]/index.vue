<script setup lang="ts">
const route = useRoute()
await navigateTo(`/packs/${String(route.params['id'])}/bench`, { replace: true })
</script>

<template><div /></template>

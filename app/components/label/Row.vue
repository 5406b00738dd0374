<script setup lang="ts">
const { name, hint, id } = defineProps<{ name: string; hint: string; id: string }>()
</script>

<template>
  <section :id="`label-${id}`" class="row">
    <div class="head-part">
      <h2>{{ name }}</h2>
      <p class="soft">{{ hint }}</p>
    </div>
    <div class="fields"><slot /></div>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 136px minmax(0, 1fr);
  gap: 18px;
  border-top: 1px dashed var(--soft);
  padding: 15px 0;
}
h2 {
  font-size: 15.5px;
}
.head-part .soft {
  font-size: 12.5px;
}
.fields {
  display: grid;
  gap: 8px;
}
</style>

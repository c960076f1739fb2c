<script setup lang="ts" generic="Row extends object">
import { ElTable, ElTableColumn } from 'element-plus'

/** A table that is worked in: a field or a button in its cells. Rows keep their type in the slots. */
defineProps<{
  rows: readonly Row[]
  /** What tells one row from another. */
  rowKey: Extract<keyof Row, string>
  columns: readonly {
    id: string
    label: string
    /** Heard, not seen: what stands under it says the same. */
    unseen?: boolean
    width?: number
    least?: number
    align?: 'left' | 'right'
  }[]
  mostPx?: number
  rowClass?: (row: Row) => string
  /** Rows that one cell takes whole. */
  across?: (row: Row) => boolean
}>()
defineSlots<Record<string, (cell: { row: Row; index: number }) => unknown>>()
const typed = (row: unknown) => row as Row
</script>

<template>
  <ElTable
    :data="rows as Row[]"
    :row-key="rowKey"
    :max-height="mostPx"
    :row-class-name="({ row }) => rowClass?.(typed(row)) ?? ''"
    :span-method="
      ({ row, columnIndex }) => {
        if (!across?.(typed(row))) return [1, 1]
        return columnIndex === 0 ? [1, columns.length] : [0, 0]
      }
    "
  >
    <ElTableColumn
      v-for="c in columns"
      :key="c.id"
      :label="c.label"
      :width="c.width"
      :min-width="c.least"
      :align="c.align"
    >
      <template #header
        ><span :class="{ unseen: c.unseen }">{{ c.label }}</span></template
      >
      <template #default="{ row, $index }">
        <!-- the library asks once for a cell of no row, to see what is in it -->
        <slot v-if="$index >= 0" :name="c.id" :row="typed(row)" :index="$index" />
      </template>
    </ElTableColumn>
  </ElTable>
</template>

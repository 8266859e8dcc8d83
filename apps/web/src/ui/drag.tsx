import {
  type Announcements,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  getClientRect,
  type Modifier,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core'
import { getEventCoordinates } from '@dnd-kit/utilities'
import { type PointerEventHandler, type ReactNode, useId, useState } from 'react'

/** What is dragged: of what kind it is, what it carries, and how it is called meanwhile. */
export interface DragItem {
  readonly kind: DragKind<unknown>
  readonly value: unknown
  readonly label: string
}

/** One kind of thing that can be dragged; what it carries is typed by the kind. */
export class DragKind<V> {
  /** @param label what is shown beside the pointer, and read out */
  item(value: V, label: string): DragItem {
    return { kind: this, value, label }
  }

  /** @returns what the item carries; undefined if it is of another kind */
  valueOf(item: DragItem): V | undefined {
    return item.kind === this ? (item.value as V) : undefined
  }
}

/** Where an item can be dropped: what a drop would do, or null where the place does not take it. */
export type Take = (item: DragItem) => (() => void) | null

interface Carried {
  item: DragItem
}
interface Place {
  take: Take
  label: string
}

const itemIn = (data: { current?: unknown }) => (data.current as Carried | undefined)?.item
const placeIn = (data: { current?: unknown }) => data.current as Place | undefined

/** The label goes along with the pointer, however wide the row is that was taken hold of. */
const besidePointer: Modifier = ({ activatorEvent, draggingNodeRect, transform }) => {
  const from = activatorEvent && getEventCoordinates(activatorEvent)
  if (!from || !draggingNodeRect) return transform
  return { ...transform, x: transform.x + from.x - draggingNodeRect.left + 12, y: transform.y + from.y - draggingNodeRect.top + 8 }
}

/** Reads out what happens in words of the page. */
const ANNOUNCEMENTS: Announcements = {
  onDragStart: ({ active }) => `Picked up ${itemIn(active.data)?.label ?? 'the item'}.`,
  onDragOver: ({ over }) => (over ? `Over ${placeIn(over.data)?.label ?? 'a place'}.` : undefined),
  onDragEnd: ({ active, over }) => {
    const [item, place] = [itemIn(active.data), over ? placeIn(over.data) : undefined]
    if (!over) return 'Dropped outside any target.'
    // asked, not done: what a drop does is said by what take answers
    if (item && place?.take(item) === null) return `${place.label} does not take ${item.label}.`
    return `Dropped on ${place?.label ?? 'the place'}.`
  },
  onDragCancel: () => 'Dragging was canceled.',
}

/** Where a row stands is said by a transform, which is left out of account by itself. */
const MEASURING = { droppable: { measure: getClientRect } }

/** A click is a click until the pointer has moved. */
export const POINTER = { activationConstraint: { distance: 6 } }

/** A part of a page in which things are dragged; what a drop does is said by the place, see useDropPlace. */
export function DragArea({ children }: { children: ReactNode }) {
  const sensors = useSensors(useSensor(PointerSensor, POINTER))
  const [dragged, setDragged] = useState<DragItem | null>(null)
  const drop = ({ active, over }: DragEndEvent) => {
    setDragged(null)
    const item = itemIn(active.data)
    if (item && over) placeIn(over.data)?.take(item)?.()
  }
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      measuring={MEASURING}
      accessibility={{ announcements: ANNOUNCEMENTS }}
      onDragStart={({ active }) => setDragged(itemIn(active.data) ?? null)}
      onDragEnd={drop}
      onDragCancel={() => setDragged(null)}
    >
      {children}
      <DragOverlay dropAnimation={null} modifiers={[besidePointer]} style={{ width: 'max-content', height: 'auto' }}>
        {dragged && (
          <span className="block max-w-[360px] truncate rounded border border-dye bg-raised px-3 py-1.5 shadow-xl">{dragged.label}</span>
        )}
      </DragOverlay>
    </DndContext>
  )
}

/**
 * Makes an element one that can be dragged with the pointer. Beside it there is always a way by keys or by a menu: what is dragged
 * here stands in lists and trees that have keys of their own.
 * @param item null where this one cannot be dragged
 */
export function useDragged(item: DragItem | null) {
  const { listeners, setNodeRef, isDragging } = useDraggable({ id: useId(), data: { item }, disabled: item === null })
  return { setNode: setNodeRef, onPointerDown: listeners?.['onPointerDown'] as PointerEventHandler | undefined, isDragging }
}

/** Makes an element a place to drop things on. @param label how the place is called when it is read out */
export function useDropPlace(label: string, take: Take | null) {
  const { setNodeRef, isOver, active } = useDroppable({ id: useId(), data: { take: take ?? (() => null), label }, disabled: take === null })
  const item = active && itemIn(active.data)
  return { setNode: setNodeRef, isOver: isOver && take !== null && !!item && take(item) !== null }
}

import type { DraftFile } from '@bobbin/client'
import Konva from 'konva'
import { useEffect, useRef, useState } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { Dialog } from '../../ui/dialog.js'
import { Button, messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { useManualChanges } from './use-manual.js'

export interface AnnotateDialogProps {
  caseId: number
  file: DraftFile
  address: string
  onClose: () => void
  onChanged: () => void
}

const TOOLS = ['frame', 'arrow', 'pen'] as const
type Tool = (typeof TOOLS)[number]

/** Marks on pictures are told from what they show by a light edge. */
const [INK, EDGE] = ['#d6002a', '#ffffff']
/** Room for the picture in the window, as shares of it. */
const [MOST_WIDTH, MOST_HEIGHT] = [0.84, 0.62]

/** A picture with frames, arrows and lines drawn on it, kept in place of the plain one. */
export function AnnotateDialog({ caseId, file, address, onClose, onChanged }: AnnotateDialogProps) {
  const { project } = useSession()
  const { removeFile } = useManualChanges()
  const place = useRef<HTMLDivElement>(null)
  const stage = useRef<{ stage: Konva.Stage; marks: Konva.Layer; scale: number } | null>(null)
  const tool = useRef<Tool>('frame')
  const [chosen, setChosen] = useState<Tool>('frame')
  const [marks, setMarks] = useState(0)
  const [problem, setProblem] = useState<string | null>(null)
  const [saving, setSaving] = useState(false)
  useEffect(() => {
    const holder = place.current
    if (!holder) return
    const picture = new Image()
    let made: Konva.Stage | null = null
    picture.onload = () => {
      const scale = Math.min(
        1,
        (window.innerWidth * MOST_WIDTH) / picture.naturalWidth,
        (window.innerHeight * MOST_HEIGHT) / picture.naturalHeight,
      )
      const [width, height] = [picture.naturalWidth * scale, picture.naturalHeight * scale]
      made = new Konva.Stage({ container: holder, width, height })
      const below = new Konva.Layer({ listening: false })
      below.add(new Konva.Image({ image: picture, width, height }))
      const layer = new Konva.Layer()
      made.add(below, layer)
      stage.current = { stage: made, marks: layer, scale }
      draws(made, layer, tool, () => setMarks(layer.getChildren().length))
    }
    picture.onerror = () => setProblem('The picture could not be shown.')
    picture.src = address
    return () => {
      made?.destroy()
      stage.current = null
    }
  }, [address])
  const undo = () => {
    const layer = stage.current?.marks
    layer?.getChildren().at(-1)?.destroy()
    setMarks(layer?.getChildren().length ?? 0)
  }
  const save = async () => {
    const drawn = stage.current
    if (!drawn || marks === 0) return onClose()
    setSaving(true)
    try {
      const content = await drawn.stage.toBlob({ pixelRatio: 1 / drawn.scale, mimeType: 'image/png' })
      const body = new FormData()
      body.append('file', content, `${file.name.replace(/\.\w+$/, '')} marked.png`)
      const query = file.step === null ? {} : { step: file.step }
      await api.post('/projects/{project}/assigned-cases/{id}/files', { path: { project: project.slug, id: caseId }, query, body })
      await removeFile.mutateAsync({ id: caseId, file: file.id })
      onChanged()
      onClose()
    } catch (error) {
      notifyError(messageOf(error))
      setSaving(false)
    }
  }
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={file.name}
      description="Draw on the picture to show what is meant."
      size="content"
    >
      <div role="toolbar" aria-label="Tools" className="flex flex-wrap gap-2">
        {TOOLS.map((one) => (
          <Button
            key={one}
            kind={chosen === one ? 'strong' : 'plain'}
            aria-pressed={chosen === one}
            onClick={() => {
              tool.current = one
              setChosen(one)
            }}
          >
            {{ frame: 'Frame', arrow: 'Arrow', pen: 'Pen' }[one]}
          </Button>
        ))}
        <Button disabled={marks === 0} onClick={undo}>
          Undo
        </Button>
        <Button kind="strong" className="ml-auto" disabled={saving} onClick={() => void save()}>
          {marks === 0 ? 'Keep as it is' : 'Keep with marks'}
        </Button>
      </div>
      {problem && (
        <p role="alert" className="text-failed">
          {problem}
        </p>
      )}
      <div ref={place} className="cursor-crosshair touch-none self-start border border-hairline" />
    </Dialog>
  )
}

const STROKE = {
  stroke: INK,
  strokeWidth: 3,
  shadowColor: EDGE,
  shadowBlur: 4,
  shadowOpacity: 1,
  lineCap: 'round',
  lineJoin: 'round',
} as const

/** Draws a mark from where the pointer goes down to where it is let go. */
function draws(stage: Konva.Stage, layer: Konva.Layer, tool: { current: Tool }, done: () => void): void {
  let mark: { shape: Konva.Shape; x: number; y: number; tool: Tool } | null = null
  stage.on('pointerdown', () => {
    const at = stage.getPointerPosition()
    if (!at) return
    const shape =
      tool.current === 'frame'
        ? new Konva.Rect({ ...STROKE, x: at.x, y: at.y, width: 0, height: 0 })
        : tool.current === 'arrow'
          ? new Konva.Arrow({ ...STROKE, fill: INK, points: [at.x, at.y, at.x, at.y] })
          : new Konva.Line({ ...STROKE, points: [at.x, at.y] })
    layer.add(shape)
    mark = { shape, x: at.x, y: at.y, tool: tool.current }
  })
  stage.on('pointermove', () => {
    const at = stage.getPointerPosition()
    if (!at || !mark) return
    const { shape, x, y } = mark
    if (shape instanceof Konva.Rect)
      shape.setAttrs({ x: Math.min(x, at.x), y: Math.min(y, at.y), width: Math.abs(at.x - x), height: Math.abs(at.y - y) })
    else if (shape instanceof Konva.Arrow) shape.points([x, y, at.x, at.y])
    else if (shape instanceof Konva.Line) shape.points([...shape.points(), at.x, at.y])
  })
  const end = () => {
    if (!mark) return
    mark = null
    done()
  }
  stage.on('pointerup pointerleave', end)
}

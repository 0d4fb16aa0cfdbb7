import type { Facts } from '@/api/client'

import { anchorsOf } from './bike/anchors'
import { bonesOf } from './bike/bones'
import { drawBrakes } from './bike/brakes'
import { drawCockpit } from './bike/cockpit'
import { drawDrive } from './bike/drive'
import { drawFork } from './bike/fork'
import { drawFrame } from './bike/frame'
import { penOn } from './bike/pen'
import { drawWheels } from './bike/wheels'
import type { Place, Shape } from './plane'

/** Drawing is a bike drawn from its facts: its strokes, where its points are, and its extent. */
export interface Drawing {
  shapes: Shape[]
  anchors: Record<string, Place>
  box: { left: number; right: number; top: number; bottom: number }
}

/** drawingOf draws a bike from its facts, part by part, what is behind first. */
export function drawingOf(f: Facts): Drawing {
  const b = bonesOf(f)
  const shapes: Shape[] = []
  const draw = penOn(shapes)
  drawWheels(b, draw)
  const { frameAt, headDown } = drawFrame(b, draw)
  const forkAt = drawFork(b, draw)
  const lever = drawCockpit(b, draw)
  const pads = drawBrakes(b, draw)
  const drive = drawDrive(b, draw, headDown)
  return {
    shapes,
    anchors: anchorsOf(b, { frameAt, headDown, forkAt, lever, pads, drive }),
    box: {
      left: b.rear[0] - b.rearR - 24,
      right: b.front[0] + b.frontR + 24,
      top: Math.max(b.saddle[1] + 50, b.clamp[1] + 80),
      bottom: -b.m.bottomBracket - 12,
    },
  }
}

/** placeOf is where a point stands: at a place of its own, or a hand's width over the one it stands beside. */
export function placeOf(anchors: Drawing['anchors'], point: { id: string; at?: string }): Place | undefined {
  const beside = anchors[point.at ?? '']
  return anchors[point.id] ?? (beside && [beside[0] + 18, beside[1] + 22])
}

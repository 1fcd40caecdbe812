# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # Bend lines of a flat pattern and what stands at them, on paper (SM-20, SM-21).
      class FlatInk
        LAYER = 'centre'
        # Part of the lettering's height between a line and its words.
        OFF = 0.45
        # Number of a bend in its ring: radius as part of the lettering's height.
        RING = 1.0

        # Parts of a line at which its words may stand.
        ALONG = [0.5, 0.35, 0.65, 0.2, 0.8, 0.1, 0.9].freeze

        # flat: Modelling::SheetMetal::Flat; strokes: of the view; numbered: are the bends listed in a table by number?
        def initialize(standard, view, place, flat, strokes: [], numbered: false)
          @standard = standard
          @view = view
          @place = place
          @flat = flat
          @strokes = strokes
          @notes = view.own&.notes || (numbered ? 'numbers' : 'words')
        end

        # [Ink]
        def ink
          @flat.lines.each { |l| ground.keep(lines(l), l.id) }
          said = @notes == 'none' ? {} : @flat.lines.to_h { |l| [l.id, words(l)] }
          @flat.lines.flat_map { |l| broken(lines(l), said[l.id]) } + (@view.own&.zones ? zones : []) +
            said.values.flatten
        end

        private

        def lines(line) = line.segments.map { |ends| line(ends, @standard.narrow) }

        # Lines without what a ring on them covers.
        def broken(lines, said)
          ring = (said || []).grep(Drafting::Ink::Arc).first or return lines
          lines.flat_map { |l| parted(l, ring) }
        end

        def parted(line, ring)
          a, b = line.points
          length = Math.hypot(b[0] - a[0], b[1] - a[1])
          return [line] if length < 1e-9

          way = [(b[0] - a[0]) / length, (b[1] - a[1]) / length]
          off = 2.times.map { |k| ring.centre[k] - a[k] }
          at = (off[0] * way[0]) + (off[1] * way[1])
          beside = ((off[0] * way[1]) - (off[1] * way[0])).abs > ring.rx
          return [line] if beside || at < -ring.rx || at > length + ring.rx

          [[0.0, at - ring.rx], [at + ring.rx, length]].filter_map do |from, to|
            next if to - from < 1e-6

            line.dup.tap { |l| l.points = [from, to].map { |mm| 2.times.map { |k| a[k] + (way[k] * mm) } } }
          end
        end

        def line(ends, width, dash: nil)
          Drafting::Ink.line(*ends.map { |p| @place.point(p) }, width: width, dash: dash, layer: LAYER)
        end

        # Ends of the bend zones: long-dashed double-dotted, narrow (05.1).
        def zones
          @flat
            .lines
            .flat_map(&:edges)
            .map do |ends|
              a, b = ends.map { |p| @place.point(p) }
              dash = Drafting::LineType.dash('05', Math.hypot(b[0] - a[0], b[1] - a[1]), @standard.narrow)
              line(ends, @standard.narrow, dash: dash)
            end
        end

        def words(line)
          longest = line.segments.max_by { |p, q| Geometry::Vec.distance(p, q) } or return []
          a, b = longest.map { |p| @place.point(p) }.sort_by { |x, y| [x.round(6), y] }
          return number(line, a, b) if @notes == 'numbers'

          tries = ALONG.product([1, -1]).map { |part, side| text(line, a, b, part, side) }
          best = tries.each_with_index.min_by { |t, i| [ground.cost([t]), i] }[0]
          ground.keep([best])
          [best]
        end

        # Words beside a line: above it (side 1) or below, at a part of its length.
        def text(line, from, to, part, side)
          height = @standard.text_height
          angle = Math.atan2(to[1] - from[1], to[0] - from[0])
          angle -= Math::PI if angle > (Math::PI / 2) + 1e-6
          off = side.positive? ? height * OFF : -height * (1 + OFF)
          x, y = 2.times.map { |k| from[k] + ((to[k] - from[k]) * part) }
          Drafting::Ink.text(
            x - (Math.sin(angle) * off),
            y + (Math.cos(angle) * off),
            said(line),
            height: height,
            angle: angle * 180 / Math::PI,
            anchor: :middle,
            layer: 'label'
          )
        end

        # What stands there: outlines of the view, bend lines and words.
        def ground
          @ground ||=
            begin
              drawn =
                @strokes
                  .select { |s| s.visible && s.kind != :smooth }
                  .flat_map do |s|
                    item = Drafting::Ink.of_stroke(s, @place.scale) { |x, y| @place.paper(x, y) }
                    Drafting::Ink.chords(item, 12).each_cons(2).map { |p, q| [*p, *q] }
                  end
              Ground.new(drawn, [], [], [-1e4, -1e4, 1e4, 1e4])
            end
        end

        # (Looked at from the other side what came up goes down.)
        def said(line)
          behind = Geometry::Vec.dot(@place.frame.d, @flat.frame.z).positive?
          words = behind ? line.dup.tap { |l| l.up = !l.up }.words : line.words
          words.tr('.', @standard.decimal)
        end

        # mm that a ring may stand off the end of its line, more and more; parts of the line where it may stand on it.
        RINGS = [0.0, 2.0, 5.0].freeze
        ON = [0.5, 0.3, 0.7, 0.15, 0.85].freeze

        # In a ring at an end of the line, or on it, where it stands clear.
        def number(line, from, to)
          radius = @standard.text_height * RING
          length = [Math.hypot(to[0] - from[0], to[1] - from[1]), 1e-9].max
          ux, uy = (to[0] - from[0]) / length, (to[1] - from[1]) / length
          ends = RINGS.flat_map { |off| [[to, radius + off], [from, -radius - off]] }
          places =
            ends.map { |(x, y), mm| [x + (ux * mm), y + (uy * mm)] } +
              ON.map { |part| [from[0] + (ux * length * part), from[1] + (uy * length * part)] }
          rings = places.map { |x, y| ring(line, x, y, radius) }
          ground.drop(line.id)
          best = rings.each_with_index.min_by { |r, i| [ground.cost([hull(r[0])]), i] }[0]
          ground.keep([*lines(line), hull(best[0])])
          best
        end

        def ring(line, x, y, radius)
          circle = Drafting::Ink.circle([x, y], radius, width: @standard.narrow, layer: 'label')
          height = @standard.text_height
          [circle, Drafting::Ink.text(x, y - (height / 2), line.id, height: height, anchor: :middle, layer: 'label')]
        end

        # What a ring takes of the paper, as words would.
        def hull(circle)
          height = 2 * circle.rx
          Drafting::Ink.text(circle.centre[0], circle.centre[1] - circle.rx, 'O', height: height, anchor: :middle)
        end
      end
    end
  end
end

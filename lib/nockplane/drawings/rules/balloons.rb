# frozen_string_literal: true

module Nockplane
  module Drawings
    # Balloons for a view of an assembly: one for each line of the parts list that has none yet and of which something
    # is seen (IR-06), outside the outline in rows and columns (IR-05), their leaders short and uncrossed (IR-04).
    class Balloons
      # mm from the view's outline to the rings, and between rings; how many rows of places are tried outwards.
      OFF = 9.0
      BETWEEN = 2.5
      ROWS = 4
      # Rounds in which two balloons change places while that makes leaders shorter or crosses fewer.
      ROUNDS = 12
      CROSSED = 1000.0

      # Where they stand: round the view, or in one row.
      SIDES = {
        'round' => 'round the view',
        'above' => 'in a row above',
        'below' => 'in a row below',
        'left' => 'in a column on the left',
        'right' => 'in a column on the right'
      }.freeze

      # Edit of balloons for all lines of what a binding shows, round the view that shows most and, what it does not
      # show, round others: exploded views first, then pictorial ones, then the rest. A Refusal when there is nothing
      # to add.
      def self.everywhere(drawing, source, binding_id, **given)
        views = drawing.views.select { |v| v.binding == binding_id }
        ranked = views.sort_by.with_index { |v, i| [v.state ? 0 : 1, Views.of(v).pictorial? ? 0 : 1, i] }
        after =
          ranked.reduce(drawing) do |d, view|
            edit = new(d, source, view.id, **given).edit
            edit.is_a?(Edit) ? d.apply(edit) : d
          end
        added = after.notes.reject { |n| drawing.cells.key?(Cells.key(n)) }
        return Refusal.new('no view shows a part that has no balloon yet', []) if added.empty?

        Edit.put("#{added.size} #{added.size == 1 ? 'balloon' : 'balloons'} added", added)
      end

      # shape: name of a NoteShape; counted: with quantities; side: key of SIDES.
      def initialize(drawing, source, view_id, shape: 'balloon', counted: false, side: 'round')
        @drawing = drawing
        @source = source
        @view = drawing.view(view_id)
        @shape = shape
        @counted = counted
        @side = side
      end

      # Edit adding them, or a Refusal. keys: of the lines wanted, nil for all that have none.
      def edit(keys = nil)
        return Refusal.missing(:view, nil) unless @view
        return Refusal.new("#{@view.name} shows a part, not an assembly", []) unless shown.model.assembly?

        wanted = (keys || items.rows.map { |r| r['key'] }) - referred
        tips = wanted.each_with_object([]) { |key, found| tip(key, found)&.then { |t| found << [key, t] } }
        return Refusal.new(none(wanted), ["view/#{@view.id}"]) if tips.empty?

        places = seated(tips.map { |_, t| [t.x, t.y] })
        ids = @drawing.next_id('n')[1..].to_i
        notes = tips.zip(places).each_with_index.map { |((key, t), at), i| note("n#{ids + i}", key, t, at) }
        Edit.put("#{notes.size} #{notes.size == 1 ? 'balloon' : 'balloons'} added to #{@view.name}", notes)
      end

      # Edit that lays the balloons of the view out anew, those given by id or all, or a Refusal.
      def arranged(ids = nil)
        return Refusal.missing(:view, nil) unless @view

        @moving =
          @drawing.notes.select { |n| n.item && n.leaders&.first&.view == @view.id && (ids.nil? || ids.include?(n.id)) }
        return Refusal.new("#{@view.name} has no balloons", ["view/#{@view.id}"]) if @moving.empty?

        places = seated(@moving.map { |n| builder.tips(n)[0].then { |t| [t.x, t.y] } })
        moved = @moving.zip(places).map { |n, (x, y)| n.dup.tap { |m| m.x, m.y = x.round(3), y.round(3) } }
        Edit.put("Balloons of #{@view.name} laid out #{SIDES.fetch(@side)}", moved)
      end

      private

      def builder = @builder ||= SceneBuilder.new(@drawing, @view.sheet, @source, shade: :known)
      def shown = builder.shown(@view)
      def place = builder.place(@view)
      def items = @items ||= Tables::Items.of(@drawing, @source, @view.binding, @view.revision)
      def radius = Annotations::NoteShapes::Balloon.radius(@drawing.standard.note_height)

      # Keys of lines that have a balloon already.
      def referred = @drawing.notes.filter_map(&:item).flat_map { |i| i.split(Tables::Referring::SEPARATOR) }

      def none(wanted)
        return 'every part has a balloon already' if wanted.empty?

        "nothing is seen in #{@view.name} of the parts that have no balloon yet"
      end

      # The Tip on a part of a line: on the outermost of its long visible edges, away from what others point at.
      def tip(key, others)
        strokes = strokes_of(key)
        return nil if strokes.empty?

        longest = strokes.map { |s, _| s.length }.max
        best = strokes.select { |s, _| s.length > longest * 0.5 }.min_by { |_, p| inward(p) }
        order = strokes.sort_by { |s, p| [doubtful(key, p, others), s.equal?(best[0]) ? 0 : 1, inward(p)] }
        near(order.first(TRIED))
      end

      # mm of paper between places that balloons point at.
      APART = 6.0
      # mm of paper to the middle of an edge of another part that a leader's end is kept from.
      BESIDE = 3.0

      # How far a place leaves open which part is meant: where another balloon points, or another part's edges are near.
      def doubtful(key, point, others)
        crowded = others.any? { |_, t| apart([t.x, t.y], point) < APART }
        beside = items.paths.keys.any? { |k| k != key && strokes_of(k).any? { |_, p| apart(p, point) < BESIDE } }
        [crowded, beside].count(true)
      end

      # Edges of a part that are tried for a place that can be named.
      TRIED = 30

      def near(strokes)
        strokes.lazy.filter_map { |stroke, (x, y)| foot.tip(@view.id, stroke, x, y) }.first
      end

      def foot = @foot ||= Foot.new(shown.solid, place)

      # [[stroke, middle on paper], ...] that are seen of the parts of a line.
      def strokes_of(key) = (@strokes_of ||= {})[key] ||= found_strokes(key)

      def found_strokes(key)
        paths = items.paths[key] || []
        prefixes = paths.map { |p| "#{p}:" }
        visible.filter_map do |s|
          next unless s.faces.any? { |f| prefixes.any? { |p| f.start_with?(p) } }

          [s, place.paper(*middle(s))]
        end
      end

      def visible = @visible ||= shown.linework.strokes.select { |s| s.visible && s.kind != :smooth }

      def middle(stroke)
        return stroke.at((stroke.from + stroke.to) / 2) if stroke.arc?

        points = stroke.points
        return points[points.size / 2] if stroke.spline? || points.size > 2

        points.transpose.map { |a, b| (a + b) / 2 }
      end

      # mm of paper from the nearest side of the view's outline.
      def inward((x, y))
        x0, y0, x1, y1 = place.outline
        [x - x0, x1 - x, y - y0, y1 - y].min
      end

      # Places for balloons, one for each point: free ones round the view, so that leaders are short and do not cross.
      def seated(points)
        free = slots(points.size)
        chosen = nearest(points, free)
        improved(points, chosen, free)
      end

      # Free places round the outline, in rows and columns.
      def slots(wanted)
        found = []
        rows = @side == 'round' ? ROWS : 1
        rows.times do |row|
          found += ring(OFF + radius + (row * ((2 * radius) + BETWEEN))).select { |p| free?(p) }
          break if found.size >= wanted * 2
        end
        found.size < wanted ? found + spare(wanted - found.size) : found
      end

      # Places where all the free ones are taken: those of the ring once more, and a row that goes on past its ends.
      def spare(count)
        return ring(OFF + radius) if @side == 'round'

        pitch = (2 * radius) + BETWEEN
        step = %w[left right].include?(@side) ? [0, -pitch] : [pitch, 0]
        last = step[0].zero? ? ring(OFF + radius).first : ring(OFF + radius).last
        (1..count).map { |i| [last[0] + (step[0] * i), last[1] + (step[1] * i)] }
      end

      def ring(off)
        x0, y0, x1, y1 = place.outline
        x0, y0, x1, y1 = x0 - off, y0 - off, x1 + off, y1 + off
        step = (2 * radius) + BETWEEN
        along = steps(x0, x1, step)
        up = steps(y0, y1, step)
        case @side
        when 'above'
          along.map { |x| [x, y1] }
        when 'below'
          along.map { |x| [x, y0] }
        when 'left'
          up.map { |y| [x0, y] }
        when 'right'
          up.map { |y| [x1, y] }
        else
          along.flat_map { |x| [[x, y1], [x, y0]] } + (up[1...-1] || []).flat_map { |y| [[x0, y], [x1, y]] }
        end
      end

      def steps(from, to, step)
        count = ((to - from) / step).floor
        first = from + (((to - from) - (count * step)) / 2)
        (0..count).map { |i| first + (i * step) }
      end

      def free?((x, y))
        box = [x - radius - 1, y - radius - 1, x + radius + 1, y + radius + 1]
        Geometry::Box.inside?(box, builder.frame_box) && taken.none? { |b| Geometry::Box.meet?(b, box) }
      end

      def taken
        @taken ||= @drawing.views_on(@view.sheet).map { |v| builder.reach(v) } + builder.furniture.boxes + notes_there
      end

      def notes_there
        (@drawing.notes.select { |n| n.sheet == @view.sheet } - (@moving || [])).map do |n|
          Annotations.of(n).box(@drawing.standard, n)
        end
      end

      # Each point the nearest place left, the farthest out first.
      def nearest(points, free)
        left = free.dup
        order = points.each_index.sort_by { |i| inward(points[i]) }
        chosen = Array.new(points.size)
        order.each { |i| chosen[i] = left.delete(left.min_by { |p| apart(p, points[i]) }) || points[i] }
        chosen
      end

      # Two that change places, or one that takes a free one, while that is better.
      def improved(points, chosen, free)
        left = free - chosen
        ROUNDS.times do
          swaps = chosen.each_index.to_a.combination(2).count { |i, j| swapped?(points, chosen, i, j) }
          moves = chosen.each_index.count { |i| moved?(points, chosen, i, left) }
          break if (swaps + moves).zero?
        end
        chosen
      end

      def swapped?(points, chosen, i, j)
        before = cost(points, chosen, [i, j])
        chosen[i], chosen[j] = chosen[j], chosen[i]
        return true if cost(points, chosen, [i, j]) < before - 1e-6

        chosen[i], chosen[j] = chosen[j], chosen[i]
        false
      end

      def moved?(points, chosen, i, left)
        at = chosen[i]
        before = cost(points, chosen, [i])
        better = left.find { |p| (chosen[i] = p) && cost(points, chosen, [i]) < before - 1e-6 }
        return (chosen[i] = at) && false unless better

        left.delete(better)
        left << at
        true
      end

      def cost(points, chosen, which)
        which.sum do |i|
          crossed =
            points.each_index.count { |k| k != i && Convex.cross?(*points[i], *chosen[i], *points[k], *chosen[k]) }
          apart(points[i], chosen[i]) + (CROSSED * crossed)
        end
      end

      def apart(p, q) = Math.hypot(p[0] - q[0], p[1] - q[1])

      def note(id, key, tip, (x, y))
        Note.new(
          id: id,
          sheet: @view.sheet,
          text: '',
          x: x.round(3),
          y: y.round(3),
          leaders: [tip],
          shape: @shape,
          item: key,
          counted: @counted || nil
        )
      end
    end
  end
end

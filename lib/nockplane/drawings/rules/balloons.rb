# frozen_string_literal: true

module Nockplane
  module Drawings
    # Balloons for a view of an assembly: one for each line of the parts list that has none yet and of which something
    # is seen (IR-06), outside the outline in rows and columns (IR-05), their leaders short and uncrossed (IR-04).
    class Balloons
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

      # shape: name of a NoteShape; counted: with quantities; side: key of BalloonPlaces::SIDES.
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

        places = places(tips.map { |_, t| [t.x, t.y] })
        ids = @drawing.next_id('n')[1..].to_i
        notes = tips.zip(places).each_with_index.map { |((key, t), at), i| note("n#{ids + i}", key, t, at) }
        Edit.put("#{notes.size} #{notes.size == 1 ? 'balloon' : 'balloons'} added to #{@view.name}", notes)
      end

      # mm of paper within which an edge is meant by a pick.
      PICK = 4.0

      # Edit of one balloon for the part whose edge is picked, at a place; a Refusal where nothing is met, or its line
      # has one (IR-06). pick, at: [x, y] mm of paper.
      def picked(pick, at)
        return Refusal.missing(:view, nil) unless @view
        return Refusal.new("#{@view.name} shows a part, not an assembly", []) unless shown.model.assembly?

        key, found = met(pick)
        return Refusal.new('no edge of a part is there; pick one that is seen', ["view/#{@view.id}"]) unless found
        if referred.include?(key)
          return Refusal.new("item #{items.row(key)['item']} has a balloon already", ["view/#{@view.id}"])
        end

        Edit.put(
          "Balloon #{items.row(key)['item']} added to #{@view.name}",
          [note(@drawing.next_id('n'), key, found, at)]
        )
      end

      # Edit that lays the balloons of the view out anew, those given by id or all, or a Refusal.
      def arranged(ids = nil)
        return Refusal.missing(:view, nil) unless @view

        @moving =
          @drawing.notes.select { |n| n.item && n.leaders&.first&.view == @view.id && (ids.nil? || ids.include?(n.id)) }
        return Refusal.new("#{@view.name} has no balloons", ["view/#{@view.id}"]) if @moving.empty?

        places = places(@moving.map { |n| builder.tips(n)[0].then { |t| [t.x, t.y] } })
        moved = @moving.zip(places).map { |n, (x, y)| n.dup.tap { |m| m.x, m.y = x.round(3), y.round(3) } }
        Edit.put("Balloons of #{@view.name} laid out #{BalloonPlaces::SIDES.fetch(@side)}", moved)
      end

      private

      # [key, Tip] of the line whose edge lies nearest to a pick, that still wants a balloon where two lie as near.
      def met(pick)
        p = place.image(*pick)
        near =
          shown
            .linework
            .strokes
            .select(&:visible)
            .filter_map do |s|
              off = Views::Nearest.off(s, p) * place.scale
              [off, s] if off <= PICK
            end
        had = referred
        options = near.flat_map { |off, s| s.faces.flat_map { |f| lines_of(f) }.uniq.map { |key| [key, off, s] } }
        options
          .sort_by { |key, off, _| [had.include?(key) ? 1 : 0, off] }
          .lazy
          .filter_map { |key, _, s| foot.tip(@view.id, s, *pick)&.then { |t| [key, t] } }
          .first
      end

      def builder = @builder ||= SceneBuilder.new(@drawing, @view.sheet, @source, shade: :known)
      def shown = builder.shown(@view)
      def place = builder.place(@view)
      def items = @items ||= Tables::Items.of(@drawing, @source, @view.binding, @view.revision)
      def radius = Annotations::NoteShapes::Balloon.radius(@drawing.standard.note_height)

      # Keys of lines that have a balloon already.
      def referred = @drawing.notes.flat_map { |n| Tables::Referring.keys(n) }

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
        [crowded, beside?(key, point)].count(true)
      end

      # Edges of a part that are tried for a place that can be named.
      TRIED = 30

      def near(strokes)
        strokes.lazy.filter_map { |stroke, (x, y)| foot.tip(@view.id, stroke, x, y) }.first
      end

      def foot = @foot ||= Foot.new(shown.solid, place)

      # [[stroke, middle on paper], ...] that are seen of the parts of a line.
      def strokes_of(key) = strokes[key] || []

      # The same of all lines, { key => [...] }.
      def strokes
        @strokes ||=
          shown
            .linework
            .strokes
            .select { |s| s.visible && s.kind != :smooth }
            .each_with_object({}) do |s, found|
              at = place.paper(*middle(s))
              s.faces.flat_map { |f| lines_of(f) }.uniq.each { |key| (found[key] ||= []) << [s, at] }
            end
      end

      # Keys of the lines that a face's part belongs to.
      def lines_of(face)
        path = face.rpartition(':')[0]
        (@lines_of ||= {})[path] ||= items.keys_of(path)
      end

      # Keys of the lines that have the middle of an edge in a field of the paper, { [column, row] => [[key, point],
      # ...] }.
      def fields
        @fields ||= strokes.flat_map { |key, list| list.map { |_, at| [key, at] } }.group_by { |_, at| field(at) }
      end

      def field((x, y)) = [(x / BESIDE).floor, (y / BESIDE).floor]

      # Is the middle of an edge of another line's parts near a point?
      def beside?(key, point)
        column, row = field(point)
        [-1, 0, 1].product([-1, 0, 1])
          .any? do |i, k|
            (fields[[column + i, row + k]] || []).any? { |other, at| other != key && apart(at, point) < BESIDE }
          end
      end

      def middle(stroke)
        return stroke.at((stroke.from + stroke.to) / 2) if stroke.arc?

        points = stroke.points
        return points[points.size / 2] if stroke.spline? || points.size > 2

        points.transpose.map { |a, b| (a + b) / 2 }
      end

      def inward(point) = BalloonPlaces.inward(place.outline, point)

      def places(points)
        BalloonPlaces.new(place.outline, builder.frame_box, taken, radius, side: @side).of(points)
      end

      def taken
        @taken ||= @drawing.views_on(@view.sheet).map { |v| builder.reach(v) } + builder.furniture.boxes + notes_there
      end

      def notes_there
        (@drawing.notes.select { |n| n.sheet == @view.sheet } - (@moving || [])).map do |n|
          Annotations.of(n).box(@drawing.standard, n)
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

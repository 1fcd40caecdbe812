# frozen_string_literal: true

module Nockplane
  module Drawings
    # Balloons of a view put in a row along an edge of it, or stacked on one leader (ISO 6433; standards.md IR-05,
    # IR-06). Places in mm of paper.
    class BalloonRows
      # Balloons that are stacked at most.
      MOST = 12

      def initialize(drawing, source)
        @drawing = drawing
        @source = source
      end

      # Edit that puts balloons (by note id) in a row that lies along the edge picked and goes through a place; each is
      # as near to where it points as the others let it, in the order in which they point, so that no leaders cross. A
      # Refusal without an edge, or without balloons.
      def along(view_id, ids, pick, at)
        view = @drawing.view(view_id) or return Refusal.missing(:view, view_id)
        notes = @drawing.notes.select { |n| ids.include?(n.id) && n.item && n.leaders&.first&.view == view_id }
        return Refusal.new('tick the balloons that are to stand in a row', ["view/#{view_id}"]) if notes.empty?

        builder = SceneBuilder.new(@drawing, view.sheet, @source, shade: :known)
        edge = edge(builder, view, pick)
        return Refusal.new('pick a straight edge of the view', ["view/#{view_id}"]) unless edge

        Edit.put("#{notes.size} balloons of #{view.name} in a row", placed(builder, notes, edge, at))
      end

      # Edit that puts what one balloon refers to onto another, each in its own circle below the last.
      def stacked(id, other_id)
        note, other = [id, other_id].map { |i| @drawing.cells["note/#{i}"] }
        return Refusal.missing(:note, id) unless note&.item
        return Refusal.new('choose a balloon to stack it on', ["note/#{id}"]) unless other&.item && other.id != id

        keys = Tables::Referring.keys(other) | Tables::Referring.keys(note)
        return Refusal.new("a stack has at most #{MOST} balloons", ["note/#{id}"]) if keys.size > MOST

        joined = other.dup.tap { |n| n.item = keys.join(Tables::Referring::SEPARATOR) }
        Edit.new('Balloons stacked', { Cells.key(joined) => joined, Cells.key(note) => nil })
      end

      # Edit that takes the last item off a stack; it gets a balloon of its own beside it, pointing at its own part
      # where one is seen.
      def unstacked(id)
        note = @drawing.cells["note/#{id}"]
        return Refusal.missing(:note, id) unless note&.item

        *kept, last = Tables::Referring.keys(note)
        return Refusal.new('it refers to one item only', ["note/#{id}"]) if kept.empty?

        rest = note.dup.tap { |n| n.item = kept.join(Tables::Referring::SEPARATOR) }
        alone = own(note, rest, last)
        Edit.put('Balloon taken off the stack', [rest, alone])
      end

      private

      # The balloon of what was taken off: on the view at its own part, else where the stack points, beside it.
      def own(note, rest, key)
        without = @drawing.apply(Edit.put('', rest))
        found = Balloons.new(without, @source, note.leaders&.first&.view, shape: note.shape, counted: note.counted)
        made = found.edit([key])
        return made.changes.values[0] if made.is_a?(Edit)

        step = 2 * Annotations::NoteShapes::Balloon.radius(@drawing.standard.note_height)
        note.dup.tap { |n| n.id, n.item, n.x = @drawing.next_id('n'), key, n.x + step + BalloonPlaces::BETWEEN }
      end

      # [[x, y], [x, y]] on paper of the straight edge nearest to a pick.
      def edge(builder, view, pick)
        place, shown = builder.place(view), builder.shown(view)
        p = place.image(*pick)
        lines = shown.linework.strokes.select { |s| s.visible && s.shape == :line }
        found = lines.min_by { |s| Views::Nearest.off(s, p) } or return nil
        return nil if Views::Nearest.off(found, p) * place.scale > Balloons::PICK

        found.points.map { |q| place.paper(*q) }
      end

      def placed(builder, notes, (from, to), at)
        way = Views.unit(from, to)
        tips = notes.to_h { |n| [n, builder.tips(n)[0].then { |t| along_way(way, at, [t.x, t.y]) }] }
        order = notes.sort_by { |n| [tips[n], n.id] }
        spread(order.map { |n| tips[n] })
          .zip(order)
          .map do |s, note|
            note.dup.tap { |n| n.x, n.y = (at[0] + (way[0] * s)).round(3), (at[1] + (way[1] * s)).round(3) }
          end
      end

      def along_way(way, at, point) = ((point[0] - at[0]) * way[0]) + ((point[1] - at[1]) * way[1])

      # Places along a line, in order, as near to those wanted as a pitch between them lets (least squares: neighbours
      # that would come too near stand as one block about the middle of what they want).
      def spread(wanted)
        pitch = (2 * Annotations::NoteShapes::Balloon.radius(@drawing.standard.note_height)) + BalloonPlaces::BETWEEN
        blocks = []
        wanted.each_with_index do |w, i|
          blocks << [w - (i * pitch), 1]
          while blocks.size > 1 && blocks[-2][0] > blocks[-1][0]
            (a, n), (b, m) = blocks.pop(2)
            blocks << [((a * n) + (b * m)) / (n + m), n + m]
          end
        end
        blocks.flat_map { |v, n| [v] * n }.each_with_index.map { |v, i| v + (i * pitch) }
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Drawings
    # What stands on what on a sheet, found from the display list alone, apart from the code that places things: words
    # on words, words on lines, views on views, on title blocks and tables, lines of dimensions and notes through these,
    # and whatever leaves the drawing space. Paper mm.
    class Overlaps
      # a, b: cell keys ("frame" for the drawing space); area: mm2 covered, 0 where a line runs through words; words: a
      # sentence.
      Overlap = Struct.new(:a, :b, :area, :words)
      # mm by which boxes may touch, and by which words may stand over the frame.
      TOUCH = 0.15
      # Part of the letters' height below the base line that counts (comma, descenders).
      BELOW = 0.05
      # Pairs that are told of one sheet.
      MOST = 60

      # scene: Scene of the sheet.
      def initialize(drawing, sheet, scene)
        @drawing = drawing
        @sheet = sheet
        kept = scene.groups.reject { |g| g.owner.start_with?('berth/', 'format') }
        # (A label is its view's.)
        @groups =
          kept.map do |g|
            g.owner.start_with?('label/') ? g.dup.tap { |x| x.owner = g.owner.sub('label/', 'view/') } : g
          end
        @centre = Layering.new(drawing.layers, :screen).layer('centre').id
      end

      # [Overlap], one for each pair; no more is looked for than is told.
      def all
        kinds = %i[words_on_words words_on_lines areas outside strays].lazy
        kinds.flat_map { |kind| send(kind) }.uniq { |o| [o.a, o.b].sort }.first(MOST)
      end

      private

      # Oriented rectangles of words with their owners: [[corners, owner], ...].
      def rectangles
        @rectangles ||=
          @groups.flat_map do |g|
            next [] if furniture?(g)

            g.items.grep(Drafting::Ink::Text).map { |t| [shrunk(Drafting::Ink.text_corners(t, BELOW)), g.owner] } +
              (
                if g.owner.start_with?('dimension/')
                  g.items.select { |i| box?(i) }.map { |i| [shrunk(i.points), g.owner] }
                else
                  []
                end
              )
          end
      end

      # The box of a tolerance frame or of a datum letter.
      def box?(item) = item.is_a?(Drafting::Ink::Line) && item.closed && item.points.size == 4

      def furniture?(group) = group.owner.start_with?('block/', 'table/')

      # The rectangle a little smaller all round.
      def shrunk(corners)
        middle = [0, 1].map { |k| corners.sum { |c| c[k] } / 4 }
        corners.map { |c| [0, 1].map { |k| c[k] + ((middle[k] - c[k]) <=> 0) * [TOUCH, (middle[k] - c[k]).abs].min } }
      end

      def words_on_words
        meeting = near_pairs.lazy.select { |(a, _), (b, _)| Convex.meet?(a, b) }.first(MOST * MOST)
        meeting
          .uniq { |(_, one), (_, other)| [one, other] }
          .first(MOST)
          .map do |(a, one), (b, other)|
            Overlap.new(one, other, Convex.common_area(a, b), "#{name(one)} and #{name(other)} stand on each other")
          end
      end

      # Pairs of rectangles of two owners whose boxes meet.
      def near_pairs
        boxed = rectangles.map { |corners, owner| [corners, owner, *box_of(corners)] }
        boxed.each_with_index.flat_map do |(a, one, x0, y0, x1, y1), i|
          boxed
            .drop(i + 1)
            .select { |_, other, u0, v0, u1, v1| u0 <= x1 && x0 <= u1 && v0 <= y1 && y0 <= v1 && other != one }
            .map { |b, other,| [[a, one], [b, other]] }
        end
      end

      def words_on_lines
        grid = SegmentGrid.new(segments(@groups))
        rectangles.filter_map do |corners, owner|
          crossing = grid.crossing(corners) { |other| other != owner } or next
          Overlap.new(owner, crossing, 0.0, "a line of #{name(crossing)} runs through #{name(owner)}")
        end
      end

      # [[x0, y0, x1, y1, owner], ...] of all strokes; centre lines are left out, which words may interrupt.
      def segments(groups)
        groups
          .reject { |g| furniture?(g) }
          .flat_map do |g|
            strokes = g.items.select { |i| Drafting::Ink.stroke?(i) && i.layer != @centre }
            strokes.flat_map { |i| Drafting::Ink.chords(i).each_cons(2).map { |p, q| [*p, *q, g.owner] } }
          end
      end

      # Views on each other and on furniture; words on furniture.
      def areas
        views = boxes('view/')
        pairs = views.to_a.combination(2).to_a + views.to_a.product(pieces.to_a)
        on_views = pairs.filter_map { |a, b| box_overlap(a, b) }
        on_views +
          rectangles.flat_map do |corners, owner|
            pieces.filter_map { |piece, box| box_overlap([owner, box_of(corners)], [piece, box]) }
          end
      end

      def boxes(*starts) = @groups.select { |g| g.box && g.owner.start_with?(*starts) }.to_h { |g| [g.owner, g.box] }
      def box_of(corners) = corners.transpose.then { |x, y| [x.min, y.min, x.max, y.max] }

      def box_overlap((one, a), (other, b))
        w = [a[2], b[2]].min - [a[0], b[0]].max
        h = [a[3], b[3]].min - [a[1], b[1]].max
        if w > TOUCH && h > TOUCH
          Overlap.new(one, other, (w * h).round(3), "#{name(one)} stands on #{name(other)}")
        else
          nil
        end
      end

      def outside
        found = boxes('view/', 'table/').to_a + rectangles.map { |corners, owner| [owner, box_of(corners)] }
        found
          .reject { |_, box| within_frame?(box) }
          .map { |owner, _| Overlap.new(owner, 'frame', 0.0, "#{name(owner)} leaves the drawing space") }
      end

      # Lines of annotations that leave the drawing space, or run through title blocks and tables.
      def strays
        lines = segments(@groups.reject { |g| g.owner.start_with?('view/') })
        out = lines.reject { |*ends, _| ends.each_slice(2).all? { |x, y| within_frame?([x, y, x, y]) } }
        out.map(&:last).uniq.map { |o| Overlap.new(o, 'frame', 0.0, "a line of #{name(o)} leaves the drawing space") } +
          pieces.flat_map { |piece, box| through(lines, piece, box) }
      end

      def through(lines, piece, (x0, y0, x1, y1))
        corners = shrunk([[x0, y0], [x1, y0], [x1, y1], [x0, y1]])
        crossing = lines.select { |line| Convex.through?(corners, line) }.map(&:last).uniq
        crossing.map { |o| Overlap.new(o, piece, 0.0, "a line of #{name(o)} runs through #{name(piece)}") }
      end

      def within_frame?(box) = Geometry::Box.inside?(box, @sheet.paper.frame, 0.0)

      # Boxes of title blocks and tables as wholes, by owner.
      def pieces = boxes('block/', 'table/').reject { |owner, _| owner.include?(':') }

      # The words that stand in a thing.
      def lettered(owner)
        found = @groups.select { |g| g.owner == owner }.flat_map(&:items)
        found.grep(Drafting::Ink::Text).map(&:string).join(' ')
      end

      # What a thing is called in a sentence.
      def name(owner)
        return 'a letter of the hole table' if owner.start_with?('holes/')
        return "the mark of #{@drawing.view(owner.delete_prefix('mark/')).name}" if owner.start_with?('mark/')

        cell = @drawing.cells[owner.split(':')[0]]
        case cell
        when Dimension
          "“#{Annotations.words(@drawing.standard, cell)}”"
        when Note
          cell.item ? "balloon #{lettered(owner)}" : "the note “#{cell.text.lines.first.to_s.strip[0, 30]}”"
        when Block
          'the title block'
        when Table
          "the #{Tables.of(cell).title}"
        else
          cell.respond_to?(:name) ? cell.name : owner
        end
      end
    end
  end
end

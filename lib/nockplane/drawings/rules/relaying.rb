# frozen_string_literal: true

module Nockplane
  module Drawings
    # Lays the views of sheets out again with the room that their annotations take, until nothing collides: the largest
    # preferred scale first (SCL-02), a smaller one where too much stands on the sheet.
    class Relaying
      # How often the layout is made anew with the room that annotations were found to take.
      ROUNDS = 3
      # How many smaller scales are tried where too much stands on the sheet.
      SMALLER = 2
      # How many larger scales are tried where all stands clear.
      LARGER = 2
      # mm added to the room found, since rows fall a little differently at another place.
      SLACK = 1.5

      # homes: { id => [x, y] } where views would rather stand than where they do, mm; fixed: scale the sheets keep, or
      # nil; open: may another scale be taken where nothing stands clear?
      def initialize(source, homes: {}, fixed: nil, open: fixed.nil?)
        @source = source
        @homes = homes
        @fixed = fixed
        @open = open
      end

      # The best Drawing found with these sheets (ids; nil for all) laid out again; the first where it is the best.
      def best(drawing, sheets = nil)
        sheets = drawing.sheets.map(&:id) if sheets.nil?
        found = [drawing]
        ROUNDS.times do
          break if found.size > 1 && clear?(found[-1], sheets)

          found << (laid_out(found[-1], sheets) || break)
        end
        found.concat(smaller(found, sheets)) if @open && found.none? { |d| clear?(d, sheets) }
        best = found.min_by.with_index { |d, i| [faults(d, sheets), -scale(d, sheets), i] }
        @open && clear?(best, sheets) ? larger(best, sheets) : best
      end

      # How many things stand on others, on sheets by id.
      def faults(drawing, sheets = drawing.sheets.map(&:id))
        @faults ||= {}.compare_by_identity
        known = @faults[drawing] ||= {}
        sheets.sum { |id| known[id] ||= faults_on(drawing, id) }
      end

      def clear?(drawing, sheets) = faults(drawing, sheets).zero?

      # The drawing with its views laid out by the room their annotations take, and these in rows anew; nil when no
      # scale fits.
      # bare: as if they took none.
      def laid_out(drawing, sheets, fixed: @fixed, bare: false)
        cells = sheets.flat_map { |id| placed(drawing, drawing.sheet(id), fixed, bare) || (return nil) }
        moved = Drawing.new(drawing.cells.merge(keyed(cells)))
        Drawing.new(moved.cells.merge(keyed(StandardChange.redimensioned(moved, @source, sheets))))
      end

      private

      def faults_on(drawing, id)
        scene = SceneBuilder.new(drawing, id, @source, shade: :known).scene
        Overlaps.new(drawing, drawing.sheet(id), scene).all.size
      end

      def scale(drawing, sheets) = sheets.sum { |id| drawing.sheet(id).scale }
      def keyed(cells) = cells.to_h { |c| [Cells.key(c), c] }

      # At the next larger scales as long as all stands clear there: annotations that had no room inside their views at
      # the smaller one may find it.
      def larger(best, sheets)
        scale = sheets.map { |id| best.sheet(id).scale }.max
        scales = Drafting::Scale::PREFERRED.select { |s| s > scale }.reverse.first(LARGER)
        scales.reduce(best) do |found, s|
          again = anew(found, sheets, s)
          again && clear?(again, sheets) ? again : (return found)
        end
      end

      # Laid out at a scale by what the annotations take there.
      def anew(drawing, sheets, scale)
        bare = laid_out(drawing, sheets, fixed: scale, bare: true) or return nil
        laid_out(bare, sheets, fixed: scale)
      end

      def smaller(found, sheets)
        scale = found.flat_map { |d| sheets.map { |id| d.sheet(id).scale } }.min
        Drafting::Scale::PREFERRED
          .select { |s| s < scale }
          .first(SMALLER)
          .each_with_object([]) do |s, list|
            # (The room taken at a larger scale may be more than there is: then by what is taken at this one.)
            again = laid_out(found[-1], sheets, fixed: s) || anew(found[-1], sheets, s)
            list << again if again
            break list if again && clear?(again, sheets)
          end
      end

      def placed(drawing, sheet, fixed, bare)
        views = drawing.views_on(sheet.id)
        return [] if views.empty?

        margins =
          Arranging
            .margins(drawing, sheet, @source)
            .transform_values { |m| m.map { |mm| bare ? 0.0 : (mm.positive? ? mm + SLACK : mm) } }
        wanted = views.map { |v| @homes[v.id] ? v.dup.tap { |x| x.x, x.y = @homes[v.id] } : v }
        result = Arranging.layout(drawing, sheet, wanted, @source, fixed: fixed, margins: margins)
        return nil unless result.fits

        views.map { |v| v.dup.tap { |x| x.x, x.y, x.scale = result.places.fetch(v.id) } } +
          [sheet.dup.tap { |s| s.scale = result.scale }]
      end
    end
  end
end

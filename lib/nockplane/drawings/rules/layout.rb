# frozen_string_literal: true

module Nockplane
  module Drawings
    # Places views on a sheet and chooses its scale: the largest preferred one (SCL-02) at which nothing overlaps, views
    # folded out of each other stay in rows and columns (PRJ-01), and everything keeps clear of the frame, the title
    # block and tables. Views pinned by hand go where they were put. Paper mm.
    class Layout
      # kind, parent, direction as of a Berth; w, h: mm of the model; x, y: where the template has it; rule: "sheet",
      # "fit" or a factor;
      # margins: mm of paper that its annotations take beyond it, [left, below, right, above], nil when not known yet.
      Item = Struct.new(:id, :kind, :parent, :direction, :w, :h, :x, :y, :pinned, :rule, :margins, keyword_init: true)
      # scale of the sheet; places: { id => [x, y, own scale or nil] }; fits: false when even the smallest scale is too
      # large.
      Result = Struct.new(:scale, :places, :fits)

      # Room for dimensions at the frame, and between views (PRJ-08 asks at least 20 plus room for dimensions).
      PAD = 26.0
      GAP = 42.0
      # The same beyond the margins where those are known.
      BARE_PAD = 3.0
      BARE_GAP = 6.0
      # Room kept to title blocks and tables, sideways and up or down; and round free views.
      CLEAR = [12.0, 18.0].freeze
      FREE = 9.0
      # A free view is at least this part of the sheet's scale, else the sheet takes a smaller scale.
      LEAST = 0.19
      TRIES = 6

      # frame: drawing space [x0, y0, x1, y1]; obstacles: boxes; fixed: scale that the sheet must have, or nil; more: mm
      # sideways besides PAD and GAP, for dimensions whose words stand level.
      def initialize(frame, obstacles, items, fixed: nil, more: 0.0)
        @frame = frame
        known = items.any?(&:margins)
        @pad_x, @pad_y = known ? [BARE_PAD] * 2 : [PAD + (more / 2), PAD]
        @gap_x, @gap_y = known ? [BARE_GAP] * 2 : [GAP + more, GAP]
        @clear = known ? [2.0, 2.0] : CLEAR
        @obstacles = obstacles
        @items = items
        @fixed = fixed
        @roots = items.reject { |i| items.any? { |p| p.id == i.parent } }
        @main = @roots.find { |r| r.kind == 'principal' }
        @grid = @main ? [@main, *Folding.descendants(items, @main.id)] : []
        @free = items - @grid
      end

      def result
        scales = @fixed ? [@fixed] : Drafting::Scale::PREFERRED
        scales.each do |s|
          places = attempt(s)
          return Result.new(stated(s, places), places, true) if places
        end
        s = scales[-1]
        Result.new(s, @items.to_h { |i| [i.id, [i.x, i.y, nil]] }, @items.empty?)
      end

      private

      # The sheet's scale; where no view has it, that of its largest view, so that the title block says what is there.
      def stated(scale, places)
        own = places.values.map { |place| place[2] }
        @fixed || own.empty? || own.any?(&:nil?) ? scale : own.max
      end

      # Places of all at a scale, nil when something has none.
      def attempt(scale)
        return seat_free([], scale) if @grid.empty?

        best = nil
        arrangements(scale)
          .first(TRIES)
          .each do |places|
            boxes = @grid.map { |i| box(i, places[i.id], scale) }
            found = seat_free(boxes, scale)
            best = places.merge(found) if found && (best.nil? || size_of(found) > size_of(best.slice(*found.keys)))
          end
        best
      end

      # How large the free views are.
      def size_of(places) = places.each_value.sum { |_, _, own| own || 1e3 }

      def box(item, place, scale)
        w = item.w * (place[2] || scale) / 2
        h = item.h * (place[2] || scale) / 2
        l, b, r, t = item.margins || NONE
        [place[0] - w - l, place[1] - h - b, place[0] + w + r, place[1] + h + t]
      end

      NONE = [0.0, 0.0, 0.0, 0.0].freeze

      # Lazily: ways to stand the grid of views that meet nothing, the even ones first.
      def arrangements(scale)
        return [pinned_grid].select { |p| stands?(p, scale, [4.0, 4.0]) } if @grid.any?(&:pinned)

        GridOffsets.of(@grid).then { |cells| spread(cells, scale) }.lazy.select { |p| stands?(p, scale, @clear) }
      end

      def pinned_grid = @grid.to_h { |i| [i.id, [i.x, i.y, nil]] }

      def stands?(places, scale, clear)
        boxes = @grid.map { |i| box(i, places[i.id], scale) }
        boxes.all? { |b| inside?(b, clear[0]) && @obstacles.none? { |o| meet?(b, o, *clear) } } &&
          boxes.combination(2).none? { |a, b| meet?(a, b, 2, 2) }
      end

      def inside?(b, room) = Geometry::Box.inside?(b, @frame, room)
      def meet?(a, b, x, y) = Geometry::Box.meet?(a, b, x, y)

      # Arrangements with the spare room spread in different ways. cells: { id => [column, row] }.
      def spread(cells, scale)
        columns = sizes(cells, 0, scale)
        rows = sizes(cells, 1, scale)
        room_x = @frame[2] - @frame[0] - (2 * @pad_x) - columns.values.flatten.sum - (@gap_x * (columns.size - 1))
        room_y = @frame[3] - @frame[1] - (2 * @pad_y) - rows.values.flatten.sum - (@gap_y * (rows.size - 1))
        return [] if room_x < -1e-6 || room_y < -1e-6

        room_x, room_y = [room_x, 0.0].max, [room_y, 0.0].max
        SHARES.lazy.map do |sx, gx, sy, gy|
          placed(
            cells,
            lines(columns, @frame[0] + @pad_x, room_x, sx, gx, @gap_x),
            lines(rows, @frame[1] + @pad_y, room_y, sy, gy, @gap_y)
          )
        end
      end

      # [start and gap share of the spare width, start and gap share of the spare height]: how much goes before the
      # first and into gaps. Columns start from the left, rows from below; a gap never grows by more than 30 mm.
      SHARES =
        [[0.15, 0.33], [0.33, 0.33], [0.0, 0.0], [0.1, 0.1], [0.5, 0.2], [0.9, 0.1], [0.5, 0.0]].product(
          [[0.33, 0.33], [0.9, 0.1], [0.6, 0.4], [1.0, 0.0], [0.5, 0.3], [0.0, 0.3], [0.0, 0.0]]
        )
          .map { |x, y| [*x, *y] }
          .sort_by
          .with_index { |(sx, _, sy, _), i| [(sx - 0.15).abs + (sy - 0.33).abs, i] }
          .freeze

      # { column or row => [mm before its views' middles, mm behind them] }: the margins of annotations included.
      def sizes(cells, axis, scale)
        cells
          .group_by { |_, c| c[axis] }
          .sort
          .to_h do |line, list|
            ends =
              list
                .map { |id, _| item(id) }
                .map do |i|
                  [axis, axis + 2].map { |k| ((axis.zero? ? i.w : i.h) * scale / 2) + (i.margins || NONE)[k] }
                end
            [line, ends.transpose.map(&:max)]
          end
      end

      def item(id) = @items.find { |i| i.id == id }

      # Middle of each column (row).
      def lines(sizes, from, room, before, between, least)
        gap = least + [room * between / [sizes.size - 1, 1].max, 30.0].min
        at = from + (room * before).clamp(0, room - ((gap - least) * (sizes.size - 1)))
        sizes.transform_values do |before_it, behind_it|
          middle = at + before_it
          at += before_it + behind_it + gap
          middle
        end
      end

      def placed(cells, columns, rows) = cells.to_h { |id, (c, r)| [id, [columns[c].round(3), rows[r].round(3), nil]] }

      # Places of the free views beside the boxes taken, nil when one finds none.
      def seat_free(taken, scale)
        @free
          .sort_by { |i| i.pinned ? 0 : 1 }
          .each_with_object({}) do |i, found|
            place = seat(i, taken, scale) or return nil
            found[i.id] = place
            taken += [box(i, place, scale)]
          end
      end

      def seat(item, taken, scale)
        scales_of(item, scale).each do |s|
          spot = item.pinned ? pinned_spot(item, s, taken) : free_spot(item, s, taken)
          return *spot, (s - scale).abs < 1e-9 && item.rule != 'fit' ? nil : s if spot
        end
        nil
      end

      # (With margins that differ from side to side the middle of the room is not the middle of the view.)
      def free_spot(item, scale, taken)
        l, b, r, t = item.margins || NONE
        found =
          Spot.new(@frame, @obstacles, taken, FREE).near(
            item.x + ((r - l) / 2),
            item.y + ((t - b) / 2),
            (item.w * scale) + l + r,
            (item.h * scale) + b + t
          )
        found && [(found[0] - ((r - l) / 2)).round(3), (found[1] - ((t - b) / 2)).round(3)]
      end

      def scales_of(item, scale)
        return [item.rule.to_f] if item.rule.is_a?(Numeric)
        return [scale] unless item.rule == 'fit'

        Drafting::Scale::PREFERRED.select { |s| s <= scale + 1e-9 && s >= scale * LEAST }
      end

      def pinned_spot(item, scale, taken)
        b = box(item, [item.x, item.y, scale], scale)
        inside?(b, 2) && (taken + @obstacles).none? { |o| meet?(b, o, 1, 1) } ? [item.x, item.y] : nil
      end
    end
  end
end

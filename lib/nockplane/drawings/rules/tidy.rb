# frozen_string_literal: true

module Nockplane
  module Drawings
    # Places the dimensions of a view that were not moved by hand: linear ones in rows outside the outline, shorter ones
    # nearer (DIM-04), leaders and frames where their words meet nothing and their lines cross little (Leading).
    class Tidy
      # Rows tried on a side, beyond the first free one.
      MORE_ROWS = 3
      # Cost of a row farther out, of the side that is not usual, of words beside a line that could hold them, of a mm
      # of extension line and of a line of the view it runs across.
      ROW = 1.5
      ACROSS = 0.9
      OTHER_SIDE = 0.8
      BESIDE = 2.0
      EXTENSION = 0.06

      # builder: SceneBuilder of the drawing; view: the View.
      def initialize(builder, standard, view)
        @builder = builder
        @standard = standard
        @view = view
        @at = builder.place(view)
        @ground = builder.ground(view)
      end

      # Dimensions with new places, for those not pinned; pinned ones stay in the way.
      def placed(dimensions)
        pinned, free = dimensions.partition(&:pinned)
        pinned.each { |d| @ground.keep(ink(d).ink) }
        linear, rest = free.map { |d| fresh(d) }.partition { |d| row?(d) }
        angles, leaders = rest.partition { |d| d.place.is_a?(Annotations::Arc) }
        lengths, leaders = leaders.partition { |d| d.place.is_a?(Annotations::AlongArc) }
        leading = Leading.new(@builder, @at, @ground)
        found = rows(linear) + angles.map { |d| swing(d) } + lengths.map { |d| outside(d) } + leading.placed(leaders)
        ROUNDS.times { found = again(found, leading) }
        found
      end

      # How often what stands badly is placed anew among the rest, and from which cost on.
      ROUNDS = 2
      BADLY = 15.0

      private

      def fresh(dimension)
        place = Annotations.of(dimension).place_type(dimension.snapshot, @at.frame).fresh(@standard)
        # (How it is drawn stays, wherever it goes.)
        kept = dimension.place.instance_of?(place.class) ? dimension.place.to_h.slice(*place.styles).compact : {}
        with_place(dimension, kept.empty? ? place : place.with(**kept))
      end

      def row?(dimension) = dimension.place.is_a?(Annotations::Row)
      def with_place(dimension, place) = dimension.dup.tap { |d| d.place = place }
      def ink(dimension) = @builder.dimension_ink(dimension)

      def keep(dimension)
        @ground.keep(ink(dimension).ink, dimension.id)
        dimension
      end

      # Those that came to stand badly, by what was placed after them, are placed once more.
      def again(dimensions, leading)
        dimensions.map do |d|
          @ground.drop(d.id)
          badly = @ground.cost(ink(d).ink) >= BADLY
          next keep(d) unless badly
          next elsewhere(d, leading) unless row?(d)

          rows = @rows.fetch(direction(d))
          rows.each_value { |side| side.each { |row| row&.reject! { |_, _, id| id == d.id } } }
          in_row(
            d,
            rows,
            *row_steps(dimensions.select { |o| row?(o) && direction(o) == direction(d) })
          )
        end
      end

      def elsewhere(dimension, leading)
        case dimension.place
        when Annotations::Leader then leading.place(dimension)
        when Annotations::AlongArc then outside(dimension)
        else swing(dimension)
        end
      end

      # A length along an arc as near outside it as it meets least.
      def outside(dimension)
        gaps = (0..MORE_ROWS).map { |i| @standard.first_row + (i * @standard.row) }
        options = gaps.map { |gap| with_place(dimension, dimension.place.with(gap: gap)) }
        keep(options.min_by.with_index { |d, i| @ground.cost(ink(d).ink) + (i * ROW) })
      end

      def direction(dimension) = ink(dimension).axes[0].map { |c| c.round(4) }

      # Rows per direction: each dimension in a row where nothing of equal reach is, as near as costs least.
      def rows(dimensions)
        @rows = {}
        dimensions.group_by { |d| direction(d) }.flat_map do |way, group|
          filled = @rows[way] = { 1 => [], -1 => [] }
          steps = row_steps(group)
          group.sort_by { |d| [reach(d), d.id] }.map { |d| in_row(d, filled, *steps) }
        end
      end

      def reach(dimension) = ink(dimension).span.then { |a, b| b - a }

      def in_row(dimension, filled, first, pitch)
        options = [1, -1].flat_map { |side| candidates(dimension, side, filled[side], first, pitch) }
        best = options.min_by { |o| [o.cost, o.row, -o.side] }
        (filled[best.side][best.row] ||= []) << [*best.span, dimension.id]
        keep(best.dimension)
      end

      # A place tried: the dimension with it, side and row, the span it takes of the row, and what it costs.
      Option = Struct.new(:dimension, :side, :row, :span, :cost)

      def candidates(dimension, side, rows, first, pitch)
        from, to = ink(dimension).span
        width = width_of(dimension)
        shifts(from, to, width).flat_map do |shift|
          span = span_of(from, to, width, shift)
          free = (0..rows.size).find { |row| (rows[row] || []).none? { |a, b| a < span[1] && b > span[0] } }
          (free..(free + MORE_ROWS)).filter_map do |row|
            next if (rows[row] || []).any? { |a, b| a < span[1] && b > span[0] }

            placed =
              with_place(
                dimension,
                dimension.place.with(side: side, gap: (first + (row * pitch)).round(3), shift: shift.round(3))
              )
            Option.new(placed, side, row, span, cost(placed, side, row, shift))
          end
        end
      end

      def cost(placed, side, row, shift)
        items = ink(placed).ink
        extensions = items.grep(Drafting::Ink::Line).first(2)
        lengths = extensions.sum { |l| Drafting::Ink.length(l) }
        @ground.cost(items) + (extensions.sum { |l| @ground.across(l.points) } * ACROSS) + (row * ROW) +
          (side.negative? ? OTHER_SIDE : 0.0) + (shift.zero? ? 0.0 : BESIDE) + (lengths * EXTENSION)
      end

      # mm along the line that words may be moved: none (in the middle, or behind the line's end where they don't fit),
      # before its beginning, and off the middle.
      def shifts(from, to, width)
        length = to - from
        beside = (length / 2) + (2 * @standard.arrow_length) + 1 + (width / 2)
        return [0.0, -beside] if width > length - 1

        room = (length - width) / 2
        [0.0, *([room * 0.6, -room * 0.6] if room > 6), *([beside, -beside] if length < 30)]
      end

      # What a dimension takes of its row, words and outside arrows included.
      def span_of(from, to, width, shift)
        outside = width + (4 * @standard.arrow_length) > to - from ? 2 * @standard.arrow_length : 0.0
        middle = (from + to) / 2
        beside =
          width > to - from - 1 && shift.zero? ?
            ((to - from) / 2) + (2 * @standard.arrow_length) + 1 + (width / 2) :
            shift
        [[from - outside, middle + beside - (width / 2)].min - 1, [to + outside, middle + beside + (width / 2)].max + 1]
      end

      def width_of(dimension) = Drafting::DimensionLayout.new(@standard).words_width(ink(dimension).words)

      # mm to the first row and between rows of a group: more where level words stand in lines that are not level.
      def row_steps(group)
        e, = ink(group[0]).axes
        return [@standard.first_row, @standard.row] if @standard.aligned_text? || e[1].abs < 1e-6

        across = (group.map { |d| width_of(d) }.max * e[1].abs) + @standard.text_height
        [[@standard.first_row, (across / 2) + 2].max, [@standard.row, across].max]
      end

      # Radii of an angle's arc that are tried, and the cost of standing on the other side of the vertex.
      RADII = [18.0, 12.0, 24.0, 30.0, 8.0, 38.0].freeze
      OPPOSITE = 4.0

      # An angle's arc at the radius where arc and words meet least, or between the legs drawn out.
      def swing(dimension)
        options =
          [nil, true].product(RADII.each_with_index.to_a).map do |opposite, (radius, i)|
            placed = with_place(dimension, dimension.place.with(radius: radius, opposite: opposite))
            [placed, (i * 0.5) + (opposite ? OPPOSITE : 0.0)]
          end
        keep(options.min_by { |d, own| @ground.cost(ink(d).ink) + own }[0])
      end
    end
  end
end

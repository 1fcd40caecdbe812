# frozen_string_literal: true

module Nockplane
  module Drawings
    # Places the dimensions of a view that were not moved by hand: linear ones in rows outside the outline, shorter ones
    # nearer (DIM-04), leaders where their words meet nothing.
    class Tidy
      ANGLES = [45, 135, 315, 225, 60, 120, 300, 240, 30, 150, 330, 210].freeze
      ROWS_A_SIDE = 4

      # builder: SceneBuilder of the drawing; view: the View.
      def initialize(builder, standard, view)
        @builder = builder
        @standard = standard
        @view = view
        @at = builder.place(view)
        @obstacles = builder.obstacles(view)
        @marks = builder.marks(view)
        @frame = builder.frame_box
      end

      # Dimensions with new places, for those not pinned; pinned ones stay in the way.
      def placed(dimensions)
        pinned, free = dimensions.partition(&:pinned)
        @taken = pinned.flat_map { |d| boxes(d) }
        linear, rest = free.map { |d| fresh(d) }.partition { |d| d.place['form'] == 'linear' }
        angles, leaders = rest.partition { |d| d.place['form'] == 'angle' }
        rows(linear) + angles.map { |d| swing(d) } + leaders.map { |d| lead(d) }
      end

      private

      def fresh(dimension)
        form = Measure.form(dimension.snapshot, @at.frame).to_s
        place = case form
                when 'linear' then { 'form' => form, 'side' => 1, 'gap' => @standard.first_row, 'shift' => 0.0 }
                when 'leader' then { 'form' => form, 'angle' => 45.0, 'reach' => 12.0 }
                else { 'form' => form, 'radius' => 18.0 }
                end
        with_place(dimension, place)
      end

      def with_place(dimension, place) = dimension.dup.tap { |d| d.place = place }
      def ink(dimension) = @builder.dimension_ink(dimension)
      def boxes(dimension) = ink(dimension).ink.reject { |i| dimension.place['form'] == 'leader' && i.is_a?(Drafting::Ink::Line) }.map { |i| Drafting::Ink.box(i) }

      def keep(dimension)
        @taken.concat(boxes(dimension))
        dimension
      end

      # Rows per direction: each dimension in the first row where nothing of equal reach is; rows alternate sides when many.
      def rows(dimensions)
        dimensions.group_by { |d| ink(d).axes[0].map { |c| c.round(4) } }.flat_map do |_, group|
          filled = { 1 => [], -1 => [] }
          steps = row_steps(group)
          group.sort_by { |d| [reach(d), d.id] }.map { |d| in_row(d, filled, *steps) }
        end
      end

      def reach(dimension) = ink(dimension).span.then { |a, b| b - a }

      def in_row(dimension, filled, first, pitch)
        from, to = ink(dimension).span
        need = width_of(dimension)
        spill = [need + (4 * @standard.arrow_length) - (to - from), 0].max
        from -= 1
        to += spill + 1
        options = [1, -1].map do |side|
          row = filled[side].index { |spans| spans.none? { |a, b| a < to && b > from } } || filled[side].size
          [with_place(dimension, dimension.place.merge('side' => side, 'gap' => (first + (row * pitch)).round(3))), side, row]
        end
        placed, side, row = options.min_by { |d, s, r| (bad_ground(boxes(d)) * 10) + [r - ROWS_A_SIDE, 0].max + (s.negative? ? 0.5 : 0) }
        (filled[side][row] ||= []) << [from, to]
        keep(beside_marks(placed, need))
      end

      # The dimension with its words moved along the line where they would meet the arrow or letter of a cutting plane.
      def beside_marks(dimension, width)
        words = ->(d) { ink(d).ink.grep(Drafting::Ink::Text).map { |t| Drafting::Ink.box(t) } }
        clear = ->(d) { words[d].none? { |b| @marks.any? { |m| meet?(b, m, 1.0) } } }
        return dimension if @marks.empty? || clear[dimension]

        [1, -1].product([(width / 2) + 5, width + 8]).map { |way, by| with_place(dimension, dimension.place.merge('shift' => (way * by).round(3))) }.find(&clear) || dimension
      end

      def width_of(dimension) = Drafting::DimensionLayout.new(@standard).words_width(ink(dimension).words)

      # mm to the first row and between rows of a group: more where level words stand in lines that are not level.
      def row_steps(group)
        e, = ink(group[0]).axes
        return [@standard.first_row, @standard.row] if @standard.aligned_text? || e[1].abs < 1e-6

        across = (group.map { |d| width_of(d) }.max * e[1].abs) + @standard.text_height
        [[@standard.first_row, (across / 2) + 2].max, [@standard.row, across].max]
      end

      # How many boxes leave the frame or cover another view or the title block.
      def bad_ground(boxes)
        boxes.count { |b| !Geometry::Box.inside?(b, @frame, tolerance: 0.0) || @obstacles.any? { |o| meet?(b, o) } }
      end

      def meet?(a, b, room = 0.0) = Geometry::Box.meet?(a, b, room)

      # An angle's arc at the radius where arc and words meet least.
      def swing(dimension)
        options = [18.0, 12.0, 24.0, 30.0, 8.0].map { |r| with_place(dimension, dimension.place.merge('radius' => r)) }
        keep(options.min_by { |d| boxes(d).sum { |b| @taken.count { |t| meet?(b, t) } } + (bad_ground(boxes(d)) * 4) })
      end

      # Candidates by how little they cover, then by how near they point away from the view's middle.
      def lead(dimension)
        best = candidates(dimension).min_by { |d, away| [clashes(d), away] }
        keep(best[0])
      end

      def candidates(dimension)
        c = ink(dimension).centre
        x0, y0, x1, y1 = @at.outline
        outward = Math.atan2(c[1] - ((y0 + y1) / 2), c[0] - ((x0 + x1) / 2)) * 180 / Math::PI
        middle = Math.hypot(c[0] - ((x0 + x1) / 2), c[1] - ((y0 + y1) / 2)) < 1
        ANGLES.each_with_index.flat_map do |angle, i|
          [6.0, 16.0, 28.0].map do |extra|
            turn = ((angle - outward + 180) % 360) - 180
            place = dimension.place.merge('angle' => angle.to_f, 'reach' => (way_out(c, angle, ink(dimension).radius) + extra).round(3))
            [with_place(dimension, place), ((middle ? i * 20 : turn.abs) + (extra * 2))]
          end
        end
      end

      # mm from the circle along the angle until outside the outline.
      def way_out(centre, degrees, radius)
        x0, y0, x1, y1 = @at.outline
        ux = Math.cos(degrees * Math::PI / 180)
        uy = Math.sin(degrees * Math::PI / 180)
        tx = ux.abs < 1e-9 ? Float::INFINITY : ((ux.positive? ? x1 : x0) - centre[0]) / ux
        ty = uy.abs < 1e-9 ? Float::INFINITY : ((uy.positive? ? y1 : y0) - centre[1]) / uy
        [[tx, ty].min - radius, 0].max
      end

      # Words on words or on the part count most, then leaving the frame, then a leader through words.
      def clashes(dimension)
        drawn = ink(dimension).ink
        words = drawn.grep(Drafting::Ink::Text).map { |t| Drafting::Ink.box(t) }
        leader = drawn.grep(Drafting::Ink::Line)[0].points
        words.sum { |b| (@taken.count { |t| meet?(b, t, 1.0) } * 2) + (meet?(b, @at.outline) ? 3 : 0) } +
          (bad_ground(words) * 4) + @taken.count { |t| crosses?(leader, t) }
      end

      def crosses?(line, box)
        (1..9).any? do |i|
          x = line[0][0] + ((line[1][0] - line[0][0]) * i / 10.0)
          y = line[0][1] + ((line[1][1] - line[0][1]) * i / 10.0)
          x > box[0] && x < box[2] && y > box[1] && y < box[3]
        end
      end
    end
  end
end

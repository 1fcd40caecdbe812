# frozen_string_literal: true

module Nockplane
  module Drawings
    # Draws one adopted dimension in its view from its snapshot and place; also turns a drag on paper into a new place.
    class DimensionInk
      # place: ViewPlace; feet: paper points of the measured faces' corners (for where extension lines start).
      def initialize(standard, view_place, dimension, feet, adrift: false)
        @standard = standard
        @at = view_place
        @dimension = dimension
        @snapshot = dimension.snapshot
        @place = dimension.place
        @feet = feet
        @adrift = adrift
        @layout = Drafting::DimensionLayout.new(standard, tone: adrift ? Drafting::Ink::OCHRE : nil)
      end

      def words = Measure.words(@standard, @snapshot)

      # [Ink]
      def ink
        drawn = send(@place['form'])
        @adrift ? drawn + [diamond(drawn)] : drawn
      end

      # New place after dragging the text by dx, dy mm of paper.
      def dragged(dx, dy)
        case @place['form']
        when 'linear'
          e, n = axes
          @place.merge('gap' => (@place['gap'] + (((dx * n[0]) + (dy * n[1])) * @place['side'])).round(3), 'shift' => (@place['shift'] + (dx * e[0]) + (dy * e[1])).round(3))
        when 'leader'
          knee = self.knee
          x = knee[0] + dx - centre[0]
          y = knee[1] + dy - centre[1]
          @place.merge('angle' => (Math.atan2(y, x) * 180 / Math::PI).round(3), 'reach' => [Math.hypot(x, y) - radius, 2.0].max.round(3))
        else
          mid = angle_range.sum / 2
          @place.merge('radius' => [@place['radius'] + (dx * Math.cos(mid)) + (dy * Math.sin(mid)), 5.0].max.round(3))
        end
      end

      # Model points it runs between. A diameter seen from the side runs square to the axis, whatever way one looks.
      def ends
        return [@snapshot['from'], @snapshot['to']] unless @place['form'] == 'linear' && @snapshot['kind'].end_with?('diameter')

        across = Geometry::Vec.scale(Geometry::Vec.unit(Geometry::Vec.cross(@snapshot['axis'], @at.frame.d)), @snapshot['value'] / 2)
        [Geometry::Vec.sub(@snapshot['centre'], across), Geometry::Vec.add(@snapshot['centre'], across)]
      end

      # Unit direction of measuring and its left normal, on paper; directions are kept in the upper/right half plane.
      def axes
        a, b = ends.map { |p| @at.point(p) }
        l = Math.hypot(b[0] - a[0], b[1] - a[1])
        e = l < 1e-9 ? [1.0, 0.0] : [(b[0] - a[0]) / l, (b[1] - a[1]) / l]
        e = [-e[0], -e[1]] if e[0] < -1e-9 || (e[0].abs <= 1e-9 && e[1].negative?)
        [e, [-e[1], e[0]]]
      end

      # Interval [from, to] along e, in paper mm.
      def span
        e, = axes
        ends.map { |p| along(@at.point(p), e) }.sort
      end

      # Paper coordinate along a direction.
      def along(p, e) = (p[0] * e[0]) + (p[1] * e[1])

      # Coordinate of the outline on the side the dimension stands (along the normal).
      def edge(n, side)
        x0, y0, x1, y1 = @at.outline
        [[x0, y0], [x1, y0], [x1, y1], [x0, y1]].map { |c| along(c, n) * side }.max * side
      end

      # Paper point that a leader starts from; on the edge of a face moved along it (slide) and out to it (off), mm of the model.
      def centre
        x, y = @at.point(@snapshot['centre'])
        return [x, y] unless @place['slide']

        n = normal
        [x + (((n[0] * @place['off']) - (n[1] * @place['slide'])) * @at.scale), y + (((n[1] * @place['off']) + (n[0] * @place['slide'])) * @at.scale)]
      end

      def radius
        return 0.0 if @place['slide']

        r = case @snapshot['kind']
            when 'chamfer', 'tube_radius' then 0.0
            when 'tolerance_frame', 'datum' then @at.frame.along?(@snapshot['axis']) ? Geometry::Vec.distance(@snapshot['from'], @snapshot['to']) : 0.0
            when 'radius' then @snapshot['value']
            else @snapshot['value'] / 2
            end
        r * @at.scale
      end

      def knee
        a = @place['angle'] * Math::PI / 180
        r = radius + @place['reach']
        [centre[0] + (r * Math.cos(a)), centre[1] + (r * Math.sin(a))]
      end

      private

      # Direction out of a face on paper: that of the leader when it was placed square to it, kept in the place's own angle.
      def normal
        a = (@place['square'] || @place['angle']) * Math::PI / 180
        [Math.cos(a), Math.sin(a)]
      end

      def linear
        e, n = axes
        side = @place['side']
        a, b = ends.map { |p| nearest_foot(@at.point(p), e, n, side) }
        level = edge(n, side) + (side * @place['gap'])
        @layout.linear(a, b, e, level - along(a, n), words, shift: @place['shift'])
      end

      # Of the faces' corners measured at the same place, the one nearest to the dimension line.
      def nearest_foot(p, e, n, side)
        level = along(p, e)
        same = @feet.select { |f| (along(f, e) - level).abs < 0.02 }
        same.max_by { |f| along(f, n) * side } || p
      end

      def leader
        a = @place['angle'] * Math::PI / 180
        tip = [centre[0] + (radius * Math.cos(a)), centre[1] + (radius * Math.sin(a))]
        toward = radius.zero? ? [tip[0] - Math.cos(a), tip[1] - Math.sin(a)] : centre
        return @layout.frame(tip, toward, knee, @snapshot['prefix'].tr('.', @standard.decimal).split('|'), datum: @snapshot['kind'] == 'datum') if %w[tolerance_frame datum].include?(@snapshot['kind'])

        @layout.leader(tip, toward, knee, words)
      end

      def angle
        from, to = angle_range
        @layout.angle(@at.point(@snapshot['centre']), from, to, @place['radius'], words)
      end

      # Paper angles of the two legs, the smaller turn between them.
      def angle_range
        v = @at.point(@snapshot['centre'])
        a, b = [@snapshot['from'], @snapshot['to']].map { |p| @at.point(p) }.map { |p| Math.atan2(p[1] - v[1], p[0] - v[0]) }
        turn = (b - a) % (2 * Math::PI)
        turn <= Math::PI ? [a, a + turn] : [b, b + (2 * Math::PI) - turn]
      end

      # The mark of an adrift annotation: a hollow diamond before its text.
      def diamond(drawn)
        text = drawn.grep(Drafting::Ink::Text).first
        a = (text.angle || 0) * Math::PI / 180
        x = text.x - (3.2 * Math.cos(a)) - (1.7 * Math.sin(a))
        y = text.y - (3.2 * Math.sin(a)) + (1.7 * Math.cos(a))
        Drafting::Ink::Line.new(points: [[x - 2, y], [x, y + 2], [x + 2, y], [x, y - 2]], width: 0.5, closed: true, tone: Drafting::Ink::OCHRE, layer: 'dimension')
      end
    end
  end
end

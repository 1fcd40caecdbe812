# frozen_string_literal: true

module Nockplane
  module Drafting
    # Terminations of dimension and leader lines (DIM-06): filled, open, blank, open 90, stroke, dot; as ink.
    module Arrowhead
      module_function

      # tip on paper; direction [dx, dy] it points to (any length); more: layer and tone of the ink.
      def ink(standard, tip, direction, **more)
        l = Math.hypot(*direction)
        u = l < 1e-12 ? [1.0, 0.0] : direction.map { |c| c / l }
        length = standard.arrow_length
        case standard.arrow
        when 'stroke' then oblique(tip, u, length, standard.narrow, more)
        when 'dot' then dot(tip, length * 0.22, more)
        when 'open 90' then angled(tip, u, length * 0.5, length * 0.5, standard.narrow, more)
        when 'open' then angled(tip, u, length, length * standard.arrow_ratio / 2, standard.narrow, more)
        else closed(standard, tip, u, more)
        end
      end

      def closed(standard, tip, u, more)
        points =
          wings(tip, u, standard.arrow_length, standard.arrow_length * standard.arrow_ratio / 2).then do |a, b|
            [tip, a, b]
          end
        return Ink::Fill.new(points: points, **more) if standard.arrow == 'filled'

        Ink::Line.new(points: points, closed: true, width: standard.narrow, **more)
      end

      def angled(tip, u, length, half, width, more)
        a, b = wings(tip, u, length, half)
        Ink.line(a, tip, b, width: width, **more)
      end

      # Rises to the right of the dimension line.
      def oblique(tip, u, length, width, more)
        u = [-u[0], -u[1]] if u[0] < -1e-9 || (u[0].abs <= 1e-9 && u[1].negative?)
        k = length / 2 * Math.sqrt(0.5)
        way = [k * (u[0] - u[1]), k * (u[1] + u[0])]
        Ink.line([tip[0] - way[0], tip[1] - way[1]], [tip[0] + way[0], tip[1] + way[1]], width: width * 2, **more)
      end

      def dot(tip, radius, more)
        Ink::Fill.new(
          points:
            Array.new(24) do |i|
              [tip[0] + (radius * Math.cos(i * Math::PI / 12)), tip[1] + (radius * Math.sin(i * Math::PI / 12))]
            end,
          **more
        )
      end

      # The two back corners.
      def wings(tip, u, length, half)
        back = [tip[0] - (u[0] * length), tip[1] - (u[1] * length)]
        [[back[0] - (u[1] * half), back[1] + (u[0] * half)], [back[0] + (u[1] * half), back[1] - (u[0] * half)]]
      end
    end
  end
end

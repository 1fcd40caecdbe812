# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # What is drawn round a note: a flag that refers to a line of the general notes, a box, a circle, or the triangle
      # of a revision mark. Paper mm.
      module NoteShape
        # Names and what they are for, for a person.
        NAMES = {
          'flag' => 'a flag (flagged note)',
          'box' => 'a box',
          'circle' => 'a circle',
          'triangle' => 'a triangle (revision mark)'
        }.freeze
        # mm kept between words and shape.
        ROOM = 1.2
        # Letters of a note in a circle or triangle.
        FEW = 4

        module_function

        # Sentence about what is wrong, nil when nothing is.
        def problem(shape, text)
          return nil if shape.nil?
          return "round a note goes #{NAMES.keys.join(', ')}" unless NAMES.key?(shape)

          small = %w[circle triangle].include?(shape) && text.to_s.strip.length > FEW
          "a #{shape} holds at most #{FEW} letters" if small
        end

        # [Ink] round the words' box [x0, y0, x1, y1].
        def ink(shape, box, **pen)
          x0, y0, x1, y1 = grown(box)
          case shape
          when 'circle'
            [circle(box, pen)]
          when 'triangle'
            [closed(triangle(box), pen)]
          when 'flag'
            [closed([[x0, y0], [x1, y0], [x1 + ((y1 - y0) / 2), (y0 + y1) / 2], [x1, y1], [x0, y1]], pen)]
          when 'box'
            [closed([[x0, y0], [x1, y0], [x1, y1], [x0, y1]], pen)]
          else
            []
          end
        end

        # Paper box of words and shape.
        def box(shape, box)
          found = ink(shape, box).map { |i| Drafting::Ink.box(i) } + [box]
          found.transpose.then { |a, b, c, d| [a.min, b.min, c.max, d.max] }
        end

        def grown((x0, y0, x1, y1)) = [x0 - ROOM, y0 - ROOM, x1 + ROOM, y1 + ROOM]

        def circle(box, pen)
          x0, y0, x1, y1 = box
          r = (Math.hypot(x1 - x0, y1 - y0) / 2) + (ROOM / 2)
          centre = [(x0 + x1) / 2, (y0 + y1) / 2]
          Drafting::Ink::Arc.new(centre: centre, rx: r, ry: r, rotation: 0.0, from: 0.0, to: 2 * Math::PI, **pen)
        end

        # Level below, its point upwards, with the words inside.
        def triangle(box)
          x0, y0, x1, y1 = grown(box)
          half = ((x1 - x0) / 2) + ((y1 - y0) / Math.sqrt(3))
          middle = (x0 + x1) / 2
          [[middle - half, y0], [middle + half, y0], [middle, y0 + (half * Math.sqrt(3))]]
        end

        def closed(points, pen) = Drafting::Ink::Line.new(points: points, closed: true, **pen)
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Issuing
    # The numbers of characteristics as marks on a sheet: each in a circle beside the words that it numbers, where it
    # covers least. Ink that is laid over the scene; the drawing does not have it.
    class NumberMarks
      HEIGHT = 2.5 # mm of the digits
      PAD = 1.1 # mm from them to the circle
      GAPS = [0.8, 2.5, 5.0, 9.0].freeze # mm from the words to the circle
      # Where it is tried about the words: parts of their box and of the circle's own size.
      SIDES = [[-1, 0], [1, 0], [0, 1], [0, -1], [-1, 1], [1, 1], [-1, -1], [1, -1]].freeze
      FAR = 0.4 # cost of a mm from the words

      # drawing; sheet: Sheet; builder: SceneBuilder of it; numbers: { key of a characteristic => number }.
      def initialize(drawing, sheet, builder, numbers)
        @drawing = drawing
        @sheet = sheet
        @builder = builder
        @numbers = numbers.group_by { |key, _| key[%r{\Adimension/([^+]+)}, 1] }
      end

      # Scene with the marks over it.
      def over(scene)
        scene.dup.tap { |s| s.groups = scene.groups + [group] }
      end

      private

      def group
        items = @drawing.views_on(@sheet.id).flat_map { |view| of_view(view) }
        Drawings::Group.new(owner: 'format', items: items, box: nil, state: nil)
      end

      def of_view(view)
        ground = @builder.ground(view)
        dimensions = @drawing.dimensions_of(view.id)
        inks = dimensions.to_h { |d| [d.id, @builder.dimension_ink(d).ink] }
        inks.each { |id, ink| ground.keep(ink, id) }
        dimensions
          .select { |d| @numbers.key?(d.id) }
          .flat_map { |d| mark(words(d.id), Drafting::Ink.about_words(inks[d.id]), ground) }
      end

      # "7", of the sizes of one callout "9-11", where others came between "2, 9-11".
      def words(id)
        runs = @numbers[id].map(&:last).sort.slice_when { |a, b| b > a + 1 }
        runs.map { |run| run.minmax.uniq.join('-') }.join(', ')
      end

      def mark(text, box, ground)
        radius = (Drafting::Lettering.width(text, HEIGHT).clamp(HEIGHT, 40) / 2) + PAD
        best =
          GAPS
            .product(SIDES)
            .min_by do |gap, side|
              place = centre(box, side, gap + radius)
              ground.cost([square(place, radius)]) + (gap * FAR)
            end
        place = centre(box, best[1], best[0] + radius)
        ground.keep([square(place, radius)])
        ink(text, place, radius)
      end

      def centre((x0, y0, x1, y1), (right, up), off)
        [spread(x0, x1, right, off), spread(y0, y1, up, off)]
      end

      def spread(low, high, way, off)
        return (low + high) / 2 if way.zero?

        way.positive? ? high + off : low - off
      end

      # The room that a circle takes, as words take it.
      def square((x, y), radius)
        points = [[-1, -1], [1, -1], [1, 1], [-1, 1]].map { |u, v| [x + (u * radius), y + (v * radius)] }
        Drafting::Ink::Line.new(points: points, closed: true, width: 0.18, layer: 'dimension')
      end

      def ink(text, (x, y), radius)
        [
          Drafting::Ink.circle([x, y], radius, width: 0.25, layer: 'dimension'),
          Drafting::Ink.text(x, y - (HEIGHT / 2), text, height: HEIGHT, anchor: :middle, layer: 'dimension')
        ]
      end
    end
  end
end

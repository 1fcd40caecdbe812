# frozen_string_literal: true

module Nockplane
  module Formats
    # A flat sheet as SVG at 1:1 for cutting and bending: 1 user unit is 1 mm; layers for what is cut, for bend lines
    # and for their notes. The blank's lower left corner stands at MARGIN, MARGIN from the picture's.
    class FlatSvg
      # mm around the blank.
      MARGIN = 5.0
      # mm: widths of lines, height of notes.
      CUT = 0.2
      BEND = 0.13
      NOTE = 2.5
      LAYERS = { 'cut' => 'Cut', 'bend' => 'Bend lines', 'note' => 'Bend notes' }.freeze

      # model: Modelling::Model of the flat state; flat: Modelling::SheetMetal::Flat.
      def self.write(model, flat) = new(model, flat).svg

      def initialize(model, flat)
        @model = model
        @flat = flat
        @x0, @y0, x1, y1 = flat.outlines.box_in(flat.frame)
        @width, @height = x1 - @x0, y1 - @y0
      end

      def svg = Svg.write(scene, standalone: true)

      private

      def scene
        groups = { 'cut' => cut, 'bend' => bends, 'note' => notes }
        Drawings::Scene.new(
          width: @width + (2 * MARGIN),
          height: @height + (2 * MARGIN),
          title: "#{@model.name}: flat pattern, #{Modelling::Fault.mm(@flat.thickness)} mm, #{@flat.rule}",
          groups: groups.map { |owner, items| Drawings::Group.new(owner: owner, items: items) },
          layers:
            LAYERS.map do |id, name|
              Drawings::Layer.new(id: id, name: name, visible: true, printed: true, locked: false)
            end
        )
      end

      def cut
        frame = Projection::ViewFrame.new(Geometry::Vec.neg(@flat.frame.z), @flat.frame.y)
        x, y = frame.image(@flat.frame.origin)
        found = Projection::Linework.of(@model.solid, frame).strokes.select { |s| s.visible && s.kind != :smooth }
        found.map do |s|
          Drafting::Ink.of_stroke(s, 1.0, width: CUT, layer: 'cut') do |u, v|
            [u - x - @x0 + MARGIN, v - y - @y0 + MARGIN]
          end
        end
      end

      def bends
        @flat.lines.flat_map do |line|
          line.segments.map { |ends| Drafting::Ink.line(*ends.map { |p| paper(p) }, width: BEND, layer: 'bend') }
        end
      end

      def notes
        @flat
          .lines
          .reject { |l| l.segments.empty? }
          .map do |line|
            a, b = line.segments.max_by { |p, q| Geometry::Vec.distance(p, q) }.map { |p| paper(p) }.sort
            angle = Math.atan2(b[1] - a[1], b[0] - a[0])
            off = NOTE / 3
            middle = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
            Drafting::Ink.text(
              middle[0] - (Math.sin(angle) * off),
              middle[1] + (Math.cos(angle) * off),
              line.words,
              height: NOTE,
              angle: angle * 180 / Math::PI,
              anchor: :middle,
              layer: 'note'
            )
          end
      end

      def paper(point)
        x, y, = @flat.frame.local(point)
        [x - @x0 + MARGIN, y - @y0 + MARGIN]
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The outline of a bent strip seen along its bends: straight pieces and bends after each other. x runs along the
      # sheet, y out of its upper side. Pieces: NAME.top, NAME.bottom, tip and root.
      class Strip
        # length in mm; a straight piece.
        Straight = Struct.new(:name, :length)
        # angle in radians; up: towards the upper side; radius: inside, mm.
        Turn = Struct.new(:name, :angle, :up, :radius)

        # Where each straight piece begins on the upper side: { name => [[x, y], heading] }.
        attr_reader :starts

        # at: [x, y] where the upper side begins; heading: radians.
        def initialize(parts, thickness, at: [0.0, 0.0], heading: 0.0)
          @thickness = thickness
          @at = at
          @heading = heading
          @top = []
          @bottom = []
          @starts = {}
          parts.each { |part| part.is_a?(Straight) ? straight(part) : turn(part) }
        end

        # Solids::Outline, counter-clockwise.
        def outline = @outline ||= Solids::Outline.new(pieces)

        private

        def pieces
          last = @bottom[-1].to
          first = @bottom[0].from
          [
            *@bottom,
            Solids::Piece.new('tip', last, @top[-1].to),
            *@top.reverse.map(&:reversed),
            Solids::Piece.new('root', @top[0].from, first)
          ]
        end

        def along = [Math.cos(@heading), Math.sin(@heading)]
        def out = [-Math.sin(@heading), Math.cos(@heading)]
        def moved(point, way, mm) = [point[0] + (way[0] * mm), point[1] + (way[1] * mm)]
        def under(point) = moved(point, out, -@thickness)

        def straight(part)
          @starts[part.name] = [@at, @heading]
          to = moved(@at, along, part.length)
          @top << Solids::Piece.new("#{part.name}.top", @at, to)
          @bottom << Solids::Piece.new("#{part.name}.bottom", under(@at), under(to))
          @at = to
        end

        def turn(part)
          sense = part.up ? 1.0 : -1.0
          centre = moved(@at, out, part.up ? part.radius : -(part.radius + @thickness))
          above, below = @at, under(@at)
          @heading += sense * part.angle
          @at = moved(centre, out, part.up ? -part.radius : part.radius + @thickness)
          @top << Solids::Piece.new("#{part.name}.top", above, @at, centre, sense * part.angle)
          @bottom << Solids::Piece.new("#{part.name}.bottom", below, under(@at), centre, sense * part.angle)
        end
      end
    end
  end
end

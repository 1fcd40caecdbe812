# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # An offset bend along an edge: up by `offset` (mm between the faces of one side) through two bends of one angle,
      # then on by `length`. Faces: side.bend1.top, side.web.top, side.bend2.top, side.wall.top, ..., side.tip.
      class Jog < Flange
        KEYS = %w[edge offset angle length radius down width start_offset end_offset].freeze

        def dimensions =
          [offset_dimension, length_dimension('side.bend2.top'), *bend_dimensions(frame, @strip, 'bend1', @from)]

        private

        def keys = KEYS

        def shape
          @angle = bend_angle('angle', 45.0, most: 90)
          @radius = radius
          turn = @angle * Math::PI / 180
          @begin = 0.0
          @up = !@f.flag('down')
          @parts = [
            SheetMetal::Strip::Turn.new('bend1', turn, @up, @radius),
            SheetMetal::Strip::Straight.new('web', web(turn)),
            SheetMetal::Strip::Turn.new('bend2', turn, !@up, @radius),
            SheetMetal::Strip::Straight.new('wall', @f.size('length'))
          ]
        end

        # mm between the two bends.
        def web(turn)
          offset = @f.size('offset')
          least = ((2 * @radius) + @thickness) * (1 - Math.cos(turn))
          length = (offset - least) / Math.sin(turn)
          return length if length > 1e-4

          @f.fault(
            'offset',
            "the two bends alone rise by #{Fault.mm(least.round(4))} mm; more than that is needed, or a smaller angle"
          )
        end

        def offset_dimension
          (x, y), = @strip.starts['wall']
          dimension(
            @f,
            'offset',
            :linear,
            [@edge.skin, 'side.wall.top'],
            value: y.abs,
            from: frame.point(x, 0.0, @from),
            to: frame.point(x, y, @from),
            axis: frame.x,
            count: 1
          )
        end
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # An edge folded back on the sheet: by 180 degrees about a gap (mm between the faces), then a wall of a length.
      # Faces as of a flange.
      class Hem < Flange
        KEYS = %w[edge length gap down width start_offset end_offset].freeze
        # mm: a closed hem is not modelled tighter.
        LEAST_GAP = 0.01

        def dimensions = [length_dimension('side.bend.bottom')]

        private

        def keys = KEYS

        def shape
          gap = @f.size('gap', @thickness)
          if gap < LEAST_GAP
            @f.fault('gap', "#{Fault.mm(gap)} mm; a closed hem is modelled with a gap of #{LEAST_GAP} mm or more")
          end

          @begin = 0.0
          @up = !@f.flag('down')
          @parts = [
            SheetMetal::Strip::Turn.new('bend', Math::PI, @up, gap / 2),
            SheetMetal::Strip::Straight.new('wall', @f.size('length'))
          ]
        end
      end
    end
  end
end

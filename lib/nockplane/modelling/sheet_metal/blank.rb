# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # Figures of a blank: length, width, thickness, cut_outer, cut_inner (lengths of cut) in mm, area in mm2, volume
      # in mm3, bends and holes: how many.
      Blank =
        Struct.new(
          :length,
          :width,
          :thickness,
          :area,
          :volume,
          :cut_outer,
          :cut_inner,
          :bends,
          :holes,
          keyword_init: true
        ) do
          # Of a flat state and the same from chords half as long: what both tend to.
          def self.of(coarse, fine)
            a = coarse.outlines
            b = fine.outlines
            better = ->(measure) { ((4 * measure[b]) - measure[a]) / 3 }
            length, width = b.size
            new(
              length: length,
              width: width,
              thickness: coarse.thickness,
              area: better[:area.to_proc],
              volume: ((4 * Solids::Mass.of(fine.solid).volume) - Solids::Mass.of(coarse.solid).volume) / 3,
              cut_outer: better[:outer.to_proc],
              cut_inner: better[:inner.to_proc],
              bends: coarse.lines.size,
              holes: a.holes
            ).freeze
          end
        end
    end
  end
end

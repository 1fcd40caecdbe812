# frozen_string_literal: true

module Nockplane
  module Modelling
    module SheetMetal
      # The sheet a recipe's part is made of: thickness and usual inside radius in mm, the BendRule, and the name of the
      # face that is its upper side. laid: [ModelDimension] of what was cut in the flat and has a size only there.
      # unfolded: the Solid as it stood while the recipe is between unfold and fold.
      Stock =
        Struct.new(:thickness, :radius, :rule, :shown, :laid, :unfolded, keyword_init: true) do
          # The walls and bends of a solid of it. Raises Refused.
          def sheet(solid) = Sheet.new(solid, rule, shown: shown)
          def with(**more) = dup.tap { |s| more.each { |k, v| s[k] = v } }
        end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Modelling
    module Features
      # Lays the sheet flat for the features that follow, its base staying where it is, until a fold.
      class Unfold < SheetFeature
        attr_reader :stock, :replacement

        def dimensions = []
        def tools = []

        private

        def read
          @f.only(*COMMON)
          before = stock_before
          @f.fault('type', 'the sheet is unfolded already') if before.unfolded
          @replacement = SheetMetal::Unfolding.new(before.sheet(@body)).solid
          @stock = before.with(unfolded: @body)
        end
      end
    end
  end
end

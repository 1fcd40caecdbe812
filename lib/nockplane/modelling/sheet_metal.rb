# frozen_string_literal: true

module Nockplane
  module Modelling
    # Sheet metal: what a bend takes of the sheet (standards.md section 13), walls and bends recognised on any solid of
    # one thickness, and its flat state, both ways. Every file of it works on solids; recipes and files alike.
    module SheetMetal
      # A solid that can't be unfolded, or folded again; says why and where.
      class Refused < Nockplane::Error
        include InputFault
      end

      # Of the neutral fibre where nothing is said about it.
      USUAL_K = 0.44
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Drawings
    module Annotations
      # An angle about a vertex, its axis the normal of its plane; value in degrees.
      class Angle < Size
        NAME = 'angle'
        TITLE = 'angle'

        def rule = :arcs

        def suits(measured, frame) = along?(measured, frame) ? 2 : 0
        def place_type(_measured, _frame) = Arc
        def length? = false
        def says = :angle

        # (All decimals that can be typed: what is not touched stays what it is.)
        def typed(standard, snapshot)
          words = Drafting::SizeText.new(standard)
          words.angle(snapshot.value.round(Drafting::SizeText::CHOSEN)).delete_suffix('°')
        end
      end
    end
  end
end

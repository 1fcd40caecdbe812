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
        def typed(standard, snapshot) = Drafting::SizeText.new(standard).angle(snapshot.value).delete_suffix('°')
      end
    end
  end
end

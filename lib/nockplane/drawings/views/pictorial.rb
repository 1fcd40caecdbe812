# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # An isometric view (PIC-01): of a named corner, or from a corner of another view (its direction "up right" and so
      # on).
      class Pictorial < Kind
        NAME = 'pictorial'
        WORDS = 'pictorial view'

        def size = [80.0, 80.0]
        def style = 'shaded'
        def scale_rule = 'fit'
        def orientation = 'iso'
        def pictorial? = true

        # (The eye goes to where the view stands in third angle, to the other side in first.)
        def frame(drawing, place)
          return super unless place.parent && Folding::CORNERS.key?(place.direction)

          sign = drawing.standard.first_angle? ? -1 : 1
          drawing.base_frame(drawing.parent_of(place)).corner(
            *Folding::CORNERS.fetch(place.direction).map { |c| c * sign }
          )
        end
      end
    end
  end
end

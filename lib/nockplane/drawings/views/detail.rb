# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A part of its parent, larger (VW-05): bounded by a region drawn on it, which is marked there with a narrow line and a letter.
      class Detail < Kind
        NAME = 'detail'
        WORDS = 'detail'

        def size = [50.0, 50.0]
        def hangs? = true
        def stands_alone? = false
        def whole? = false
        def own_type = Region
        def title = 'Detail'
        def label(letter) = letter
        def style_from?(_kind) = true

        def frame(drawing, place) = place.parent ? drawing.base_frame(drawing.parent_of(place)) : super
        def way(_view) = nil
        def opening(shown) = shown.parent.opening
        def window(shown) = shown.view.own&.window
        def hub(shown) = shown.view.own && [shown.view.own.at.x, shown.view.own.at.y]

        def marks(standard, view, at, shown)
          region = view.own or return []
          frame = shown.parent_frame
          RegionMark.new(standard, region.window { |p| at.point(frame.at(*p)) }, at.scale, view.label.to_s[/\A\s*([[:alpha:]]+)/, 1]).ink
        end

        def caught_up(view, anchorage) = view.own ? view.dup.tap { |v| v.own = view.own.moved(anchorage) } : view
        def lost(view) = view.own&.lost? ? 'its boundary lost the face that it was tied to' : nil
        def why_empty(_berth, _filling) = 'a detail needs an area chosen by hand'
      end
    end
  end
end

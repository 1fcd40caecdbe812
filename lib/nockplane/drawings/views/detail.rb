# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A part of its parent, larger (VW-05): bounded by a region drawn on it, which is marked there with a narrow line
      # and a letter.
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
          RegionMark.new(
            standard,
            region.window { |p| at.point(frame.at(*p)) },
            at.scale,
            view.label.to_s[/\A\s*([[:alpha:]]+)/, 1]
          ).ink
        end

        def caught_up(view, anchorage) = view.own ? view.dup.tap { |v| v.own = view.own.moved(anchorage) } : view
        def lost(view) = view.own&.lost? ? 'its boundary lost the face that it was tied to' : nil
        def aimed(_berth, aim, _home) = aim.region
        def room(own) = [own.radius * 2 * ROOM] * 2

        # (Nearer than its parent by a preferred scale, unless the berth says which.)
        def enlarged(scale, rule)
          rule.is_a?(Numeric) ? scale : Drafting::Scale.above((scale || 1.0) * Making::ENLARGED)
        end

        # What the least enlargement may come to with preferred scales.
        ROOM = 2.5

        def why_empty(berth, filling)
          return 'a detail needs an area: name a face for it, or draw it on a view' unless berth.at_face && berth.parent
          return nil if filling.face?(berth)

          "#{filling.model.name} has no face or feature '#{berth.at_face}' to show larger"
        end
      end
    end
  end
end

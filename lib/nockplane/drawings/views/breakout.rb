# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A part of a view broken out (SEC-05): inside a closed region all goes down to a depth. face: name of one whose
      # axis or middle that depth is; level: the depth along the sight, mm of the model, as last seen; through: all the
      # way. lost: that face is gone.
      Breakout = Struct.new(:region, :face, :level, :through, :lost, keyword_init: true) do
        def lost? = lost == true || region.lost?

        # Products::Opening::Pocket; frame: of the view, not turned; reach: least and greatest depth of the part.
        def tool(frame, reach)
          deep = through ? reach[1] + 1 : level
          away = Geometry::Vec.neg(frame.d)
          origin = frame.at(0.0, 0.0, deep)
          # (The profile's u runs to the right in the image, v up: seen against the sight, which is how the eye sees
          # it.)
          Products::Opening::Pocket.new(origin, away, frame.r, region.window.outline.map { |x, y| [x, y] }, 0.0)
        end

        def moved(anchorage)
          depth = face && anchorage.depth(face)
          dup.tap do |b|
            b.region = region.moved(anchorage)
            b.level = depth.round(6) if depth
            b.lost = face && depth.nil? ? true : nil
          end
        end
      end
    end
  end
end

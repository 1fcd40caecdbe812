# frozen_string_literal: true

module Nockplane
  module Drawings
    module Views
      # A model cut open along a line drawn on the parent (standards.md 4.5), or, with no line of its own, along the
      # largest turned axis that lies across the sight.
      class Section < Kind
        NAME = 'section'
        WORDS = 'section'

        def size = [80.0, 70.0]
        def style = 'visible' # HID-02
        def hangs? = true
        def stands_alone? = false
        def folded? = true
        def orientation = nil
        def own_type = CuttingLine
        def title = 'Section'
        def label(letter) = "#{letter}-#{letter}"

        def opening(shown)
          line = shown.view.own
          line ? line.opening(shown.parent_frame, shown.solid) : through_axis(shown)
        end

        # As far as the line goes: what lies past its ends is left out.
        def window(shown)
          line = shown.view.own
          return nil unless line&.stretch?

          across = shown.parent_frame
          xs = [line.points[0], line.points[-1]].map { |x, y| shown.base_image(across.at(x, y))[0] }
          _, low, _, high = shown.whole_box
          Projection::Window.rectangle(xs.min, low - 1, xs.max, high + 1)
        end

        def marks(standard, view, at, shown)
          opening = shown.opening or return []
          line = view.own
          ends = line ? line.points.map { |x, y| at.point(shown.parent_frame.at(x, y)) } : nil
          CuttingPlane.new(standard, at, view, opening.tools[0].points[0], shown.base_frame.d, ends, line&.form).ink
        end

        def caught_up(view, anchorage) = view.own ? view.dup.tap { |v| v.own = view.own.moved(anchorage) } : view
        def lost(view) = view.own&.lost? ? 'its cutting line lost the face that it was tied to' : nil

        def why_empty(berth, filling)
          if berth.at_face
            return nil if filling.face?(berth)

            return "no section plane found: #{filling.model.name} has no face or feature '#{berth.at_face}'"
          end
          return nil if filling.section_axis(berth)

          "no section plane found: #{filling.model.name} has no bore or turned axis across the line of sight"
        end

        def aimed(berth, aim, home) = aim.cutting_line(Folding.way(berth.direction), home.standard.first_angle?)

        # The largest of some axes that lies across the sight; nil when none does.
        def self.axis(axes, frame)
          axes.select { |a| frame.square?(a.direction) }.max_by { |a| [a.radius, a.to - a.from] }
        end

        private

        def through_axis(shown)
          axis = Section.axis(shown.whole_axes, shown.base_frame) or return nil
          away = Geometry::Vec.neg(shown.base_frame.d)
          Products::Opening.new(
            [
              Products::Opening::Stepped.new(
                [axis.origin, Geometry::Vec.add(axis.origin, Geometry::Vec.any_normal(away))],
                away
              )
            ]
          )
        end
      end
    end
  end
end

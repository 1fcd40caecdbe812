# frozen_string_literal: true

module Nockplane
  module Linking
    # A view at two revisions on one sheet: the lines that are gone, that are new and that stay, both drawn from the
    # model's own origin, where the view stands now.
    class BeforeAfter
      NAMES = { same: 'as it was', gone: 'gone', fresh: 'new' }.freeze

      # to: the later revision's number.
      def initialize(drawing, source, view, to)
        @drawing = drawing
        @source = source
        @view = view
        @to = to
      end

      # [Drawings::Group] named "same", "gone" and "fresh".
      def groups
        NAMES.keys.map { |kind| Drawings::Group.new(owner: kind.to_s, items: lines[kind].map { |s| ink(s, kind) }) }
      end

      # { same:, gone:, fresh: } as [Stroke], image coordinates in mm of the model.
      def lines
        @lines ||=
          begin
            old, new = [@view.revision, @to].map { |n| shown(n) }
            gone = Projection::Coincident.uncovered(old, new)
            {
              same: Projection::Coincident.uncovered(old, gone),
              gone: gone,
              fresh: Projection::Coincident.uncovered(new, old)
            }
          end
      end

      # Paper box [x0, y0, x1, y1] of both.
      def box
        boxes = lines.values.flatten(1).map(&:box)
        return place.outline if boxes.empty?

        Drafting::Ink.about(boxes).each_slice(2).flat_map { |corner| place.paper(*corner) }
      end

      private

      def place = @place ||= Drawings::SceneBuilder.new(@drawing, @view.sheet, @source).place(@view)

      def shown(revision)
        Drawings::ShownModel
          .of(@source, @drawing, @view, revision)
          .linework
          .strokes
          .select { |s| s.kind != :smooth && (s.visible || @drawing.settled(@view).hidden_lines?) }
      end

      TONES = { same: '#5d6b78', gone: '#7d2e68', fresh: '#0f6e75' }.freeze
      WIDTHS = { same: 0.25, gone: 0.5, fresh: 0.7 }.freeze
      GONE = [1.6, 0.9].freeze

      # Gone lines are dashed, new ones bold: the state is not in the colour alone.
      def ink(stroke, kind)
        dash = kind == :gone ? GONE : (stroke.visible ? nil : [2.4, 0.8])
        more = {
          width: WIDTHS[kind] * (stroke.visible ? 1 : 0.6),
          dash: dash,
          layer: "before-after-#{kind}",
          tone: TONES[kind]
        }
        Drafting::Ink.of_stroke(stroke, place.scale, **more) { |x, y| place.paper(x, y) }
      end
    end
  end
end

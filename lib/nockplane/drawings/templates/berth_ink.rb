# frozen_string_literal: true

module Nockplane
  module Drawings
    # An empty berth on the sheet: a quiet dashed outline that says what will go there, or why nothing did.
    class BerthInk
      TONE = '#6b7884'

      def initialize(berth)
        @berth = berth
      end

      def ink
        x0, y0, x1, y1 = @berth.box
        outline =
          Drafting::Ink::Line.new(
            points: [[x0, y0], [x1, y0], [x1, y1], [x0, y1]],
            closed: true,
            width: 0.25,
            dash: [3.0, 1.5],
            tone: TONE,
            layer: 'berth'
          )
        lines = words
        top = ((y0 + y1) / 2) + (lines.sum { |_, h| h * 1.6 } / 2)
        [
          outline,
          *lines.map do |line, h|
            Drafting::Ink.text(
              (x0 + x1) / 2,
              (top -= h * 1.6),
              line,
              height: h,
              anchor: :middle,
              tone: TONE,
              layer: 'berth'
            )
          end
        ]
      end

      private

      # [[line, height], ...]: the name, then what will go there or why nothing did.
      def words
        room = @berth.width - 4
        height = @berth.why ? 2.5 : 3.5
        more = (@berth.why ? [@berth.why] : [kind, scale]).flat_map { |t| Drafting::CellText.wrap(t, height, room) }
        [[Drafting::Lettering.fit(@berth.name.to_s, 5.0, room), 5.0], *more.first(5).map { |l| [l, height] }]
      end

      def kind = "#{Views.of(@berth).words}, #{Berth::STYLES.fetch(@berth.style, @berth.style)}"

      def scale
        @berth.scale.is_a?(Numeric) ?
          "scale #{Drafting::Scale.text(@berth.scale)}" :
          { 'fit' => 'largest scale that fits' }.fetch(@berth.scale, "the sheet's scale")
      end
    end
  end
end

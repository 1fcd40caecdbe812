# frozen_string_literal: true

module Nockplane
  module Drawings
    # An empty berth on the sheet: a quiet dashed outline that says what will go there, or why nothing did.
    class BerthInk
      TONE = '#6b7884'
      KINDS = { 'principal' => 'principal view', 'projected' => 'projected view', 'pictorial' => 'pictorial view', 'section' => 'section', 'detail' => 'detail', 'flat' => 'flat pattern' }.freeze

      def initialize(berth, standard)
        @berth = berth
        @standard = standard
      end

      def ink
        x0, y0, x1, y1 = @berth.box
        cx = (x0 + x1) / 2
        outline = Drafting::Ink::Line.new(points: [[x0, y0], [x1, y0], [x1, y1], [x0, y1]], closed: true, width: 0.25, dash: [3.0, 1.5], tone: TONE, layer: 'berth')
        lines = words
        top = ((y0 + y1) / 2) + (lines.size * 3.2)
        [outline, *lines.each_with_index.map { |l, i| Drafting::Ink.text(cx, top - ((i + 1) * 6.4), l, height: i.zero? ? 5.0 : 3.5, anchor: :middle, tone: TONE, layer: 'berth') }]
      end

      private

      def words
        room = @berth.width - 4
        lines = [@berth.name.to_s, *(@berth.why ? Drafting::CellText.wrap(@berth.why, 3.5, room) : [kind, scale])]
        lines.each_with_index.map { |l, i| Drafting::Lettering.fit(l, i.zero? ? 5.0 : 3.5, room) }
      end

      def kind = "#{KINDS.fetch(@berth.kind)}, #{Berth::STYLES.fetch(@berth.style, @berth.style)}"
      def scale = @berth.scale.is_a?(Numeric) ? "scale #{Drafting::Scale.text(@berth.scale)}" : { 'fit' => 'largest scale that fits' }.fetch(@berth.scale, "the sheet's scale")
    end
  end
end

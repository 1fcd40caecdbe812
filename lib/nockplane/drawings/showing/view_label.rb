# frozen_string_literal: true

module Nockplane
  module Drawings
    # The words above a view: its label, that it is turned (VW-03) and its own scale; above them, that the model is
    # incomplete.
    class ViewLabel
      # mm above the view's outline.
      ABOVE = 4.0

      # own_scale: "(2:1)" or nil; warning: '' for none.
      def initialize(standard, view, place, own_scale, warning)
        @standard = standard
        @view = view
        @place = place
        @scale = own_scale
        @warning = warning
      end

      # [Ink]
      def ink
        x0, _, x1, y1 = @place.outline
        dx, dy = @view.lettered || [0.0, 0.0]
        x = ((x0 + x1) / 2) + dx
        y = y1 + ABOVE + dy
        made = @view.turn ? turned(x, y) : plain(x, y)
        return made if @warning.empty?

        made << text(x, made.empty? ? y : y + (1.6 * height), @warning, @standard.text_height)
      end

      private

      def height = @standard.label_height
      def letters = @view.label.to_s.strip
      def text(x, y, words, height) = Drafting::Ink.text(x, y, words, height: height, anchor: :middle, layer: 'label')
      def width(words) = Drafting::Lettering.width(words, height)

      def plain(x, y)
        words = [letters, @scale].compact.reject(&:empty?).join(' ')
        words.empty? ? [] : [text(x, y, words, height)]
      end

      # Letters, an arc arrow in the sense of turning, the angle and the scale, in a row about a middle.
      def turned(x, y)
        angle = [degrees, @scale].compact.join(' ')
        gap = height * 0.5
        radius = height * 0.7
        parts = [(width(letters) unless letters.empty?), 2 * radius, width(angle)].compact
        at = x - ((parts.sum + (gap * (parts.size - 1))) / 2)
        before = letters.empty? ? [] : [text(at + (parts[0] / 2), y, letters, height)]
        at += parts[0] + gap unless letters.empty?
        before + arc_arrow(at + radius, y, radius) + [text(at + (2 * radius) + gap + (parts[-1] / 2), y, angle, height)]
      end

      def degrees = "#{@view.turn.abs.round(2).to_s.delete_suffix('.0').tr('.', @standard.decimal)}°"

      # Radians of the arc that its arrowhead takes.
      HEAD = 0.6

      def arc_arrow(x, y, radius)
        clockwise = @view.turn.negative?
        from, to = clockwise ? [HEAD, Math::PI] : [0.0, Math::PI - HEAD]
        arc =
          Drafting::Ink::Arc.new(
            centre: [x, y],
            rx: radius,
            ry: radius,
            rotation: 0.0,
            from: from,
            to: to,
            width: @standard.narrow,
            layer: 'label'
          )
        tip = [x + (clockwise ? radius : -radius), y]
        [arc, Drafting::Ink.arrow(tip, [clockwise ? 0.2 : -0.2, -1.0], radius * HEAD * 1.2, layer: 'label')]
      end
    end
  end
end

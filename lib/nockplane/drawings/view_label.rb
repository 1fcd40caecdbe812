# frozen_string_literal: true

module Nockplane
  module Drawings
    # The words above a view: its label, that it is turned (VW-03) and its own scale; above them, that the model is incomplete.
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
        main = words
        made = main.empty? ? [] : [text(x, y, main, @standard.label_height), *turning(x, y, main)]
        return made if @warning.empty?

        made << text(x, main.empty? ? y : y + (1.6 * @standard.label_height), @warning, @standard.text_height)
      end

      private

      def text(x, y, words, height) = Drafting::Ink.text(x, y, words, height: height, anchor: :middle, layer: 'label')

      # (Room is left between the letter and the angle for the arc arrow.)
      def words = [@view.label.to_s.strip, turned, @scale].compact.reject(&:empty?).join(' ')
      def turned = @view.turn ? "#{ROOM}#{@view.turn.abs.round(2).to_s.delete_suffix('.0').tr('.', @standard.decimal)}°" : nil
      ROOM = '      '

      # An arc arrow in the sense of turning.
      def turning(x, y, words)
        return [] unless @view.turn

        h = @standard.label_height
        before = [@view.label.to_s.strip, ''].reject(&:empty?).join
        start = x - (Drafting::Lettering.width(words, h) / 2) + Drafting::Lettering.width(before.empty? ? '' : "#{before} ", h)
        centre = [start + (Drafting::Lettering.width(ROOM, h) / 2), y]
        r = h * 0.75
        clockwise = @view.turn.negative?
        arc = Drafting::Ink::Arc.new(centre: centre, rx: r, ry: r, rotation: 0.0, from: 0.35, to: Math::PI - 0.35, width: @standard.narrow, layer: 'label')
        a = clockwise ? 0.35 : Math::PI - 0.35
        tip = [centre[0] + (r * Math.cos(a - (clockwise ? 0.35 : -0.35))), centre[1] + (r * Math.sin(a - (clockwise ? 0.35 : -0.35)))]
        way = clockwise ? [Math.sin(a), -Math.cos(a)] : [-Math.sin(a), Math.cos(a)]
        [arc, Drafting::Ink.arrow(tip, way, h * 0.5, layer: 'label')]
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Drafting
    # The symbol of surface texture (ISO 1302, ISO 21920-1; standards.md 12.1, SFT-01 to 08) on a reference line.
    class TextureInk
      # mm of the short leg's height by the height of lettering, mm; between them 1.4 of it.
      SHORT = { 2.5 => 3.5, 3.5 => 5.0, 5.0 => 7.0, 7.0 => 10.0, 10.0 => 14.0, 14.0 => 20.0, 20.0 => 28.0 }.freeze
      # The long leg's height as a part of it; the legs stand at 60 degrees.
      LONG = 3.0
      SLANT = 1 / Math.sqrt(3)

      # Tolerancing::Texture of its cells as they stand on a drawing of the standard ("Ra 1,6"); what can't be read
      # stands as it is.
      def self.read(standard, text)
        found = Tolerancing::Texture.parse(text) || Tolerancing::Texture.new('any', text.to_s, nil)
        found.dup.tap { |t| t.value = t.value.tr('.', standard.decimal) }
      end

      def initialize(standard, layer:, tone: nil)
        @h = standard.text_height
        @more = { width: @h / 10, layer: layer, tone: tone }
        @text = { height: @h, layer: layer, tone: tone }
      end

      def short = SHORT.fetch(@h, 1.4 * @h)
      def long = LONG * @h

      # Ends of the legs off the vertex: [[x, y] of the short one, of the long one].
      def ends = [[-SLANT * short, short], [SLANT * long, long]]

      # mm from the vertex to the right end of all of it.
      def width(texture) = (SLANT * long) + (0.4 * @h) + Lettering.width(texture.value, @h)

      # [Ink] with the vertex at x, y. texture: Tolerancing::Texture, its value in the manner of the drawing.
      def ink(x, y, texture)
        at = ->(p) { [x + p[0], y + p[1]] }
        a, b = ends
        right = width(texture)
        legs = [line(at[a], [x, y], at[b], at[[right, long]])]
        legs + form(texture.form, at) + [letters(texture.value, at[[b[0] + (0.4 * @h), long - (1.4 * @h)]])] +
          lay(texture, at)
      end

      private

      def line(*points) = Ink::Line.new(points: points, **@more)
      def letters(words, at) = Ink.text(*at, words, **@text)

      # Material is to be removed: a bar; is not to be: a circle that touches both legs.
      def form(form, at)
        case form
        when 'removed'
          [line(at[[-SLANT * short, short]], at[[SLANT * short, short]])]
        when 'kept'
          r = short / 3
          circle = { centre: at[[0, short - r]], rx: r, ry: r, rotation: 0.0, from: 0.0, to: 2 * Math::PI }
          [Ink::Arc.new(**circle, **@more)]
        else
          []
        end
      end

      def lay(texture, at) = texture.lay ? [letters(texture.lay, at[[(SLANT * short) + (0.5 * @h), 0.2 * @h]])] : []
    end
  end
end

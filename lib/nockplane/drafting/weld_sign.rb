# frozen_string_literal: true

module Nockplane
  module Drafting
    # The symbol of a weld on its reference line (ISO 2553 system A; standards.md 12.3), made of words that a person
    # types in lines: kind and size ("fillet a5"), then in any order a length ("3×50 (20)"), "other side", "both sides",
    # "around", "site", and what stands in the tail ("/135").
    class WeldSign
      # Kinds, and their outlines standing on the reference line: strokes of points by the height of the letters.
      KINDS = {
        'fillet' => [[[0, 0], [0, 1], [1, 0], [0, 0]]],
        'square' => [[[0.3, 0], [0.3, 1]], [[0.7, 0], [0.7, 1]]],
        'V' => [[[0, 1], [0.5, 0], [1, 1]]],
        'bevel' => [[[0.2, 1], [0.2, 0], [1, 1]]],
        'U' => [[[0.5, 0], [0.5, 0.35], [0.2, 0.5], [0.05, 1]], [[0.5, 0.35], [0.8, 0.5], [0.95, 1]]],
        'J' => [[[0.3, 0], [0.3, 1]], [[0.3, 0.35], [0.7, 0.5], [0.9, 1]]],
        'plug' => [[[0, 0], [0, 0.7], [1, 0.7], [1, 0]]],
        'surfacing' => [[[0, 0], [0.1, 0.3], [0.4, 0.3], [0.5, 0], [0.6, 0.3], [0.9, 0.3], [1, 0]]]
      }.freeze
      FIRST = /\A(#{KINDS.keys.join('|')})(?:\s+([azshd]?\d{1,3}(?:[.,]\d{1,2})?))?\z/
      LENGTH = /\A(?:\d{1,3}\s*[×x]\s*)?\d{1,5}(?:[.,]\d{1,2})?(?:\s*\(\d{1,5}(?:[.,]\d{1,2})?\))?\z/
      FLAGS = ['other side', 'both sides', 'around', 'site'].freeze
      TAIL = %r{\A/\s*(\S.{0,30})\z}
      # mm between the solid and the dashed line, and off the ends.
      APART = 1.6
      OVER = 2.5

      # Words read: kind, size, length, flags, tail; nil of what is no weld.
      Weld = Struct.new(:kind, :size, :length, :flags, :tail)

      def self.read(text)
        first, *rest = text.to_s.lines.map(&:strip).reject(&:empty?)
        head = FIRST.match(first.to_s) or return nil
        found = Weld.new(head[1], head[2], nil, [], nil)
        rest.each do |line|
          if FLAGS.include?(line)
            found.flags |= [line]
          elsif (m = TAIL.match(line))
            found.tail = m[1]
          elsif line.match?(LENGTH) && found.length.nil?
            found.length = line.tr('x', '×')
          else
            return nil
          end
        end
        found unless found.flags.include?('other side') && found.flags.include?('both sides')
      end

      # height: of the letters, mm; pen: width, layer, tone.
      def initialize(weld, height, **pen)
        @weld = weld
        @h = height
        @pen = pen
      end

      # [Ink] with the left end of the reference line at x, y, where the leader comes in.
      def ink(x, y)
        @x, @y = x, y
        symbol = x + OVER + width(@weld.size) + (@weld.size ? 1.0 : 0.0)
        finish = symbol + @h + (@weld.length ? 1.5 + width(@weld.length) : 0.0) + OVER
        [line([x, y], [finish, y]), *other_line(finish), *symbols(symbol), *words(symbol), *signs, *tail(finish)]
      end

      private

      def width(text) = text ? Lettering.width(text, @h) : 0.0
      def flag?(name) = @weld.flags.include?(name)
      def line(*points) = Ink::Line.new(points: points, **@pen)

      def text(x, y, string)
        Ink.text(x, y, string, height: @h, layer: @pen[:layer], tone: @pen[:tone])
      end

      # Below the solid line; a weld that is the same on both sides has none.
      def other_line(finish)
        return [] if flag?('both sides')

        level = @y - APART
        dash = LineType.dash('02', finish - @x, @pen[:width])
        [Ink.line([@x, level], [finish, level], **@pen, dash: dash)]
      end

      # On the solid line for the arrow's side, hanging from the dashed one for the other.
      def symbols(at)
        up = flag?('other side') ? [] : [[@y, 1]]
        down = flag?('other side') ? [[@y - APART, -1]] : (flag?('both sides') ? [[@y, -1]] : [])
        (up + down).flat_map do |level, way|
          KINDS.fetch(@weld.kind).map { |stroke| line(*stroke.map { |u, v| [at + (u * @h), level + (v * @h * way)] }) }
        end
      end

      def words(symbol)
        level = flag?('other side') ? @y - APART - 0.8 - @h : @y + 0.8
        found = []
        found << text(symbol - 1.0 - width(@weld.size), level, @weld.size) if @weld.size
        found << text(symbol + @h + 1.5, level, @weld.length) if @weld.length
        found
      end

      # Round the joint: a circle; at the site: a flag.
      def signs
        whole = { rotation: 0.0, from: 0.0, to: 2 * Math::PI }
        found = []
        found << Ink::Arc.new(centre: [@x, @y], rx: @h * 0.35, ry: @h * 0.35, **whole, **@pen) if flag?('around')
        if flag?('site')
          top = @y + (1.6 * @h)
          found << line([@x, @y], [@x, top], [@x + (0.7 * @h), top - (0.25 * @h)], [@x, top - (0.5 * @h)])
        end
        found
      end

      def tail(finish)
        return [] unless @weld.tail

        fork = line([finish + @h, @y + (0.7 * @h)], [finish, @y], [finish + @h, @y - (0.7 * @h)])
        [fork, text(finish + @h + 0.8, @y - (@h / 2), @weld.tail)]
      end
    end
  end
end

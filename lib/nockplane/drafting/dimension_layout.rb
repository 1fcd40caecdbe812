# frozen_string_literal: true

module Nockplane
  module Drafting
    # Draws one dimension on paper. Three forms: :linear (dimension line parallel to what it measures), :leader (arrow on a
    # circle or corner, text on a reference line), :angle (arc about the vertex). Rules DIM-01 to DIM-17.
    class DimensionLayout
      LAYER = 'dimension'

      def initialize(standard, tone: nil)
        @standard = standard
        @tone = tone
      end

      # a, b: paper points the extension lines start at; at: signed distance of the dimension line from a, along the left
      # normal of a -> b measured direction e; shift: text along the line from its middle. e: unit direction of measuring.
      def linear(a, b, e, at, words, shift: 0.0)
        n = [-e[1], e[0]]
        p = foot(a, a, e, n, at)
        q = foot(b, a, e, n, at)
        length = ((q[0] - p[0]) * e[0]) + ((q[1] - p[1]) * e[1])
        p, q, a, b, length = q, p, b, a, -length if length.negative?
        width = words_width(words)
        inside = length >= (2 * @standard.arrow) + (length < width + 1 ? 0 : 2)
        [extension(a, p), extension(b, q), *dimension_line(p, q, e, inside), *words_ink(words, *text_place(p, q, e, shift, width, length, clear(words)))].compact
      end

      # tip: paper point on the circle; toward: point the arrow aims at (its centre); knee: where the reference line begins.
      def leader(tip, toward, knee, words)
        right = knee[0] >= tip[0]
        width = words_width(words)
        shelf = [knee[0] + ((right ? 1 : -1) * (width + 2)), knee[1]]
        [thin(tip, knee), thin(knee, shelf), arrow(tip, [toward[0] - tip[0], toward[1] - tip[1]]),
         *words_ink(words, [right ? knee[0] + 1 : shelf[0] + 1, knee[1] + clear(words)], 0.0, :start)]
      end

      # A tolerance frame of cells (ISO 1101), or a datum letter in its box with a filled triangle on the feature (ISO 5459).
      # tip: paper point on the feature; knee: where the frame begins.
      def frame(tip, toward, knee, cells, datum: false)
        right = knee[0] >= tip[0]
        h = @standard.text_height * 2
        widths = cells.map { |c| [Lettering.width(c, @standard.text_height) + @standard.text_height, h].max }
        x = right ? knee[0] : knee[0] - widths.sum
        y = knee[1] - (h / 2)
        edges = widths.reduce([x]) { |xs, w| xs << (xs[-1] + w) }
        [thin(tip, knee), datum ? triangle(tip, knee) : arrow(tip, [toward[0] - tip[0], toward[1] - tip[1]]),
         Ink::Line.new(points: [[x, y], [edges[-1], y], [edges[-1], y + h], [x, y + h]], closed: true, width: @standard.narrow, layer: LAYER, tone: @tone),
         *edges[1...-1].map { |e| thin([e, y], [e, y + h]) },
         *cells.each_with_index.map { |c, i| Ink.text((edges[i] + edges[i + 1]) / 2, y + (h / 4), c, height: @standard.text_height, anchor: :middle, layer: LAYER, tone: @tone) }]
      end

      # vertex on paper, angles in radians counter-clockwise, radius of the arc; words centred on its middle.
      def angle(vertex, from, to, radius, words)
        at = ->(a, r) { [vertex[0] + (r * Math.cos(a)), vertex[1] + (r * Math.sin(a))] }
        mid = (from + to) / 2
        side = ->(a) { thin(at[a, radius * 0.25], at[a, radius + @standard.overrun]) }
        degrees = Lettering.reading_angle((mid * 180 / Math::PI) - 90)
        up = [-Math.sin(degrees * Math::PI / 180), Math.cos(degrees * Math::PI / 180)]
        place = at[mid, radius]
        [side[from], side[to],
         Ink::Arc.new(centre: vertex, rx: radius, ry: radius, rotation: 0.0, from: from, to: to, width: @standard.narrow, layer: LAYER, tone: @tone),
         arrow(at[from, radius], [Math.sin(from), -Math.cos(from)]), arrow(at[to, radius], [-Math.sin(to), Math.cos(to)]),
         *words_ink(words, [place[0] + (up[0] * clear(words)), place[1] + (up[1] * clear(words))], degrees, :middle)]
      end

      # mm of paper that the words take.
      def words_width(words)
        main = Lettering.width(words.main, @standard.text_height)
        return main unless words.upper

        main + 1 + [words.upper, words.lower].map { |w| Lettering.width(w, @standard.deviation_height) }.max
      end

      private

      # mm from a line to the base line of words above it; stacked deviations reach below their base line (LET-03).
      def clear(words) = words.upper ? 2.0 : 1.0

      def foot(point, origin, e, n, at)
        along = ((point[0] - origin[0]) * e[0]) + ((point[1] - origin[1]) * e[1])
        [origin[0] + (e[0] * along) + (n[0] * at), origin[1] + (e[1] * along) + (n[1] * at)]
      end

      # From a gap off the feature to an overrun past the dimension line (DIM-01).
      def extension(from, to)
        l = Math.hypot(to[0] - from[0], to[1] - from[1])
        return nil if l < 0.5

        u = [(to[0] - from[0]) / l, (to[1] - from[1]) / l]
        start = [@standard.gap / 2, l].min
        thin([from[0] + (u[0] * start), from[1] + (u[1] * start)], [to[0] + (u[0] * @standard.overrun), to[1] + (u[1] * @standard.overrun)])
      end

      def dimension_line(p, q, e, inside)
        return [thin(p, q), arrow(p, [-e[0], -e[1]]), arrow(q, e)] if inside

        out = @standard.arrow * 2
        [thin([p[0] - (e[0] * out), p[1] - (e[1] * out)], [q[0] + (e[0] * out), q[1] + (e[1] * out)]), arrow(p, e), arrow(q, [-e[0], -e[1]])]
      end

      # [point, angle, anchor] of the text above the line; beside it when it does not fit (DIM-07).
      def text_place(p, q, e, shift, width, length, clear)
        degrees = Lettering.reading_angle(Math.atan2(e[1], e[0]) * 180 / Math::PI)
        r = degrees * Math::PI / 180
        up = [-Math.sin(r), Math.cos(r)]
        shift += (length / 2) + (2 * @standard.arrow) + 1 + (width / 2) if width > length - 1 && shift.abs < 1e-9
        mid = [((p[0] + q[0]) / 2) + (e[0] * shift), ((p[1] + q[1]) / 2) + (e[1] * shift)]
        [[mid[0] + (up[0] * clear), mid[1] + (up[1] * clear)], degrees, :middle]
      end

      def words_ink(words, at, degrees, anchor)
        h = @standard.text_height
        r = degrees * Math::PI / 180
        c = Math.cos(r)
        s = Math.sin(r)
        width = words_width(words)
        from = anchor == :middle ? -width / 2 : 0.0
        place = ->(u, v) { [at[0] + (u * c) - (v * s), at[1] + (u * s) + (v * c)] }
        letter = ->(u, v, string, height) { Ink.text(*place[u, v], string, height: height, angle: degrees, layer: LAYER, tone: @tone) }
        found = [letter[from, 0.0, words.main, h]]
        return found unless words.upper

        stack = from + Lettering.width(words.main, h) + 1
        d = @standard.deviation_height
        found << letter[stack, (h / 2) + 0.35, words.upper, d] << letter[stack, (h / 2) - 0.35 - d, words.lower, d]
      end

      # The datum triangle: its base on the feature, its point towards the letter.
      def triangle(tip, knee)
        l = [Math.hypot(knee[0] - tip[0], knee[1] - tip[1]), 1e-6].max
        way = [(knee[0] - tip[0]) / l, (knee[1] - tip[1]) / l]
        arrow([tip[0] + (way[0] * @standard.arrow), tip[1] + (way[1] * @standard.arrow)], way)
      end

      def thin(a, b) = Ink.line(a, b, width: @standard.narrow, layer: LAYER, tone: @tone)
      def arrow(tip, direction) = Ink.arrow(tip, direction, @standard.arrow, layer: LAYER, tone: @tone)
    end
  end
end

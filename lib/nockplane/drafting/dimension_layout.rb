# frozen_string_literal: true

module Nockplane
  module Drafting
    # Draws one dimension on paper in the manner of a standard. Three forms: :linear (dimension line parallel to what it
    # measures), :leader (arrow on a circle or corner, text on a reference line), :angle (arc about the vertex). Rules
    # DIM-01 to 17.
    class DimensionLayout
      LAYER = 'dimension'

      def initialize(standard, tone: nil)
        @standard = standard
        @tone = tone
        @lettering = WordsInk.new(standard, layer: LAYER, tone: tone)
      end

      # a, b: paper points the extension lines start at; at: signed distance of the dimension line from a, along the
      # left normal of a -> b measured direction e; shift: text along the line from its middle. e: unit direction of
      # measuring. arrows: "in" or "out", nil for where there is room.
      def linear(a, b, e, at, words, shift: 0.0, arrows: nil)
        n = [-e[1], e[0]]
        p = foot(a, a, e, n, at)
        q = foot(b, a, e, n, at)
        length = ((q[0] - p[0]) * e[0]) + ((q[1] - p[1]) * e[1])
        p, q, a, b, length = q, p, b, a, -length if length.negative?
        text = TextPlace.new(@standard, e, words_width(words), length, shift, clear(words), arrows)
        [
          extension(a, p),
          extension(b, q),
          *dimension_line(p, q, e, length, text),
          *@lettering.ink(words, text.at(p, q), text.degrees, :middle)
        ].compact
      end

      # One of several running from an origin on one line (DIM-42): origin, point: paper points the extension lines
      # start at; e, at as of #linear, from the origin; side: on which the words stand; mark: with the circle marked 0.
      def running(origin, point, e, at, words, side, mark: false)
        n = [-e[1], e[0]]
        p, q = [origin, point].map { |a| foot(a, origin, e, n, at) }
        way = ((q[0] - p[0]) * e[0]) + ((q[1] - p[1]) * e[1]) >= 0 ? e : e.map(&:-@)
        [
          extension(point, q),
          thin(p, q),
          arrow(q, way),
          *(mark ? zero(origin, p, n, side) : []),
          *beyond(q, n, side, words)
        ].compact
      end

      # tip: paper point on the circle; toward: point the arrow aims at (its centre); knee: where the reference line
      # begins.
      def leader(tip, toward, knee, words)
        right = knee[0] >= tip[0]
        width = words_width(words)
        broken = @standard.broken_line?
        shelf = [knee[0] + ((right ? 1 : -1) * (broken ? 3 : width + 2)), knee[1]]
        start = broken ? (right ? shelf[0] + 1 : shelf[0] - 1 - width) : (right ? knee[0] + 1 : shelf[0] + 1)
        [
          thin(tip, knee),
          thin(knee, shelf),
          arrow(tip, [toward[0] - tip[0], toward[1] - tip[1]]),
          *@lettering.ink(
            words,
            [start, broken ? knee[1] - (@standard.text_height / 2) : knee[1] + clear(words)],
            0.0,
            :start
          )
        ]
      end

      # A radius whose middle is far off (DIM-21): from the arc, where its arrow aims at the true middle, a part of the
      # way inwards, a square step aside, and on to the words. tip: paper point on the arc; way: unit direction from the
      # middle to it; length: mm of paper of all that.
      def jogged(tip, way, length, words)
        step = [-way[1], way[0]].map { |c| c * @standard.text_height }
        at = ->(s, k) { [0, 1].map { |i| tip[i] - (way[i] * s) + (step[i] * k) } }
        a, b, c = at[length * 0.6, 0], at[length * 0.6, 1], at[length, 1]
        right = c[0] >= tip[0]
        width = words_width(words)
        shelf = [c[0] + ((right ? 1 : -1) * (width + 2)), c[1]]
        start = right ? c[0] + 1 : shelf[0] + 1
        [
          thin(tip, a),
          thin(a, b),
          thin(b, c),
          thin(c, shelf),
          arrow(tip, way),
          *@lettering.ink(words, [start, c[1] + clear(words)], 0.0, :start)
        ]
      end

      # A tolerance frame (ISO 1101) of rows of cells, or a datum letter in its box with a filled triangle on the
      # feature (ISO 5459). tip: paper point on the feature; knee: where the frame begins.
      def frame(tip, toward, knee, rows, datum: false, count: 1)
        [
          thin(tip, knee),
          datum ? triangle(tip, knee) : arrow(tip, [toward[0] - tip[0], toward[1] - tip[1]]),
          *FrameInk.new(@standard, layer: LAYER, tone: @tone).ink(knee, knee[0] >= tip[0], rows, count: count)
        ]
      end

      # A symbol of surface texture on the reference line of a leader. texture: Tolerancing::Texture; knee: where the
      # line begins.
      def texture(tip, toward, knee, texture)
        symbol = TextureInk.new(@standard, layer: LAYER, tone: @tone)
        left = symbol.ends[0][0].abs + 1
        right = left + symbol.width(texture)
        rightwards = knee[0] >= tip[0]
        start = rightwards ? knee[0] : knee[0] - right
        [
          thin(tip, knee),
          arrow(tip, [toward[0] - tip[0], toward[1] - tip[1]]),
          thin([start, knee[1]], rightwards ? [start + (2 * left), knee[1]] : knee),
          *symbol.ink(start + left, knee[1], texture)
        ]
      end

      # vertex on paper, angles in radians counter-clockwise, radius of the arc; words centred on its middle. leg: how
      # far off the vertex (mm, beyond it where negative) there is a leg, to which lines lead; nil where both begin
      # at the vertex.
      def angle(vertex, from, to, radius, words, leg: nil)
        at = ->(a, r) { [vertex[0] + (r * Math.cos(a)), vertex[1] + (r * Math.sin(a))] }
        mid = (from + to) / 2
        ends = [leg || (radius * 0.25), radius + @standard.overrun]
        ends = [radius - @standard.overrun, leg] if leg && leg > radius
        side = ->(a) { thin(*ends.map { |r| at[a, r] }) }
        degrees = @standard.aligned_text? ? Lettering.reading_angle((mid * 180 / Math::PI) - 90) : 0.0
        [
          side[from],
          side[to],
          *arcs(vertex, from, to, radius, words),
          arrow(at[from, radius], [Math.sin(from), -Math.cos(from)]),
          arrow(at[to, radius], [-Math.sin(to), Math.cos(to)]),
          *@lettering.ink(words, angle_text(at, mid, radius, degrees, words), degrees, :middle)
        ]
      end

      # The length along an arc (DIM-22): centre on paper, from, to: angles in radians counter-clockwise, inner: radius
      # of the arc, radius: of the dimension line. Extension lines run along the bisector up to 90 degrees, else
      # outwards.
      def arc_length(centre, from, to, inner, radius, words)
        at = ->(a, r) { [centre[0] + (r * Math.cos(a)), centre[1] + (r * Math.sin(a))] }
        mid = (from + to) / 2
        ends = [from, to].map { |a| to - from > (Math::PI / 2) + 1e-9 ? a : along_bisector(a, mid, inner, radius) }
        degrees = @standard.aligned_text? ? Lettering.reading_angle((mid * 180 / Math::PI) - 90) : 0.0
        [
          *[from, to].zip(ends).map { |a, e| extension(at[a, inner], at[e, radius]) },
          *arcs(centre, *ends, radius, words),
          arrow(at[ends[0], radius], [Math.sin(ends[0]), -Math.cos(ends[0])]),
          arrow(at[ends[1], radius], [-Math.sin(ends[1]), Math.cos(ends[1])]),
          *@lettering.ink(words, angle_text(at, mid, radius, degrees, words), degrees, :middle)
        ].compact
      end

      # mm of paper that the words take.
      def words_width(words) = @lettering.width(words)

      private

      # Angle at which a line along the bisector from the inner arc meets the outer one.
      def along_bisector(angle, mid, inner, radius)
        mid + Math.asin((inner * Math.sin(angle - mid) / radius).clamp(-1.0, 1.0))
      end

      # The origin of running dimensions.
      def zero(origin, p, n, side)
        r = @standard.arrow_length * 0.4
        circle = Ink.circle(p, r, width: @standard.width(LAYER), layer: LAYER, tone: @tone)
        [extension(origin, p), circle, *beyond(p, n, side, SizeText::Words.new('0'))]
      end

      # Words in line with an extension line, beyond the dimension line.
      def beyond(q, n, side, words)
        degrees = Lettering.reading_angle(Math.atan2(n[1], n[0]) * 180 / Math::PI)
        r = degrees * Math::PI / 180
        off = @standard.overrun + 1.0 + (words_width(words) / 2)
        down = @standard.text_height / 2
        at = [0, 1].map { |k| q[k] + (n[k] * side * off) + ([Math.sin(r), -Math.cos(r)][k] * down) }
        @lettering.ink(words, at, degrees, :middle)
      end

      # The arc, open where words stand in it.
      def arcs(vertex, from, to, radius, words)
        half = @standard.broken_line? ? [((words_width(words) / 2) + 1) / radius, (to - from) / 2].min : 0.0
        mid = (from + to) / 2
        spans = half.positive? ? [[from, mid - half], [mid + half, to]] : [[from, to]]
        spans
          .reject { |a, b| b - a < 1e-6 }
          .map do |a, b|
            Ink::Arc.new(
              centre: vertex,
              rx: radius,
              ry: radius,
              rotation: 0.0,
              from: a,
              to: b,
              width: @standard.width(LAYER),
              layer: LAYER,
              tone: @tone
            )
          end
      end

      def angle_text(at, mid, radius, degrees, words)
        place = at[mid, radius]
        r = degrees * Math::PI / 180
        up = [-Math.sin(r), Math.cos(r)]
        off = @standard.broken_line? ? -@standard.text_height / 2 : clear(words)
        # Level words above an arc that is not level stand clear of it to the outside.
        unless @standard.broken_line? || @standard.aligned_text?
          place = at[mid, radius + 1 + (words_width(words) / 2 * Math.cos(mid).abs)]
        end

        [place[0] + (up[0] * off), place[1] + (up[1] * off)]
      end

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
        thin(
          [from[0] + (u[0] * start), from[1] + (u[1] * start)],
          [to[0] + (u[0] * @standard.overrun), to[1] + (u[1] * @standard.overrun)]
        )
      end

      # The line in one piece or open round its words, on to words that stand outside; arrows inside where there is
      # room, else pointing in from outside (DIM-07).
      def dimension_line(p, q, e, length, text)
        out = text.arrows_inside? ? 0.0 : @standard.arrow_length * 2
        reach = text.reach
        from, to = [-out, reach[0]].min, [length + out, reach[1]].max
        spans = text.cut? ? [[from, text.from], [text.to, to]] : [[from, to]]
        at = ->(s) { [p[0] + (e[0] * s), p[1] + (e[1] * s)] }
        lines =
          spans.reject { |a, b| b - a < 1e-6 }.map { |a, b| a == -0.0 && b == length ? thin(p, q) : thin(at[a], at[b]) }
        inward = text.arrows_inside? ? -1 : 1
        lines << arrow(p, [e[0] * inward, e[1] * inward]) << arrow(q, [e[0] * -inward, e[1] * -inward])
      end

      # The datum triangle: its base on the feature, its point towards the letter.
      def triangle(tip, knee)
        l = [Math.hypot(knee[0] - tip[0], knee[1] - tip[1]), 1e-6].max
        way = [(knee[0] - tip[0]) / l, (knee[1] - tip[1]) / l]
        length = @standard.arrow_length
        Ink.arrow([tip[0] + (way[0] * length), tip[1] + (way[1] * length)], way, length, layer: LAYER, tone: @tone)
      end

      def thin(a, b) = Ink.line(a, b, width: @standard.width(LAYER), layer: LAYER, tone: @tone)
      def arrow(tip, direction) = Arrowhead.ink(@standard, tip, direction, layer: LAYER, tone: @tone)
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Drafting
    # The primitives of a display list. Lengths in mm of paper, angles in radians unless said, y up.
    module Ink
      # A line: points [[x, y], ...]; width mm; dash: mm on/off list or nil; tone: colour as "#rrggbb"; closed.
      Line = Struct.new(:points, :width, :dash, :tone, :closed, :layer, keyword_init: true)
      # An arc of an ellipse: centre, rx, ry, rotation, from, to (parameter, counter-clockwise).
      Arc =
        Struct.new(:centre, :rx, :ry, :rotation, :from, :to, :width, :dash, :tone, :layer, keyword_init: true) do
          def at(angle) = Geometry::Ellipse.point(centre, rx, ry, rotation, angle)

          def closed? = to - from > (2 * Math::PI) - 1e-7
        end
      # Cubic Bezier spans end to end: 3 n + 1 control points.
      Curve =
        Struct.new(:points, :width, :dash, :tone, :layer, keyword_init: true) do
          def beziers = Array.new(points.size / 3) { |i| points[i * 3, 4] }
        end
      # A filled polygon with holes (shading): loops [[[x, y], ...], ...], the outer first.
      Region = Struct.new(:loops, :tone, :layer, keyword_init: true) { def points = loops[0] }
      # A filled polygon (arrowheads).
      Fill = Struct.new(:points, :tone, :layer, keyword_init: true)
      # One line of lettering: height of capitals in mm; angle in degrees; anchor :start, :middle or :end on the base
      # line.
      Text = Struct.new(:x, :y, :height, :string, :angle, :anchor, :tone, :layer, keyword_init: true)

      # A picture: lower left corner, size, kind svg or png, data: base64.
      Picture =
        Struct.new(:x, :y, :width, :height, :kind, :data, :layer, keyword_init: true) do
          def points = [[x, y], [x + width, y + height]]
          def tone = nil
        end

      BLACK = '#000000'
      OCHRE = '#a8690f'

      module_function

      def line(*points, width: 0.25, **more) = Line.new(points: points, width: width, **more)

      # A whole circle about a point.
      def circle(centre, radius, **more)
        Arc.new(centre: centre, rx: radius, ry: radius, rotation: 0.0, from: 0.0, to: 2 * Math::PI, **more)
      end

      # A Projection::Stroke (line, path, arc or spline) as ink; the block gives the paper point of an image point,
      # scale: paper / model; cut: radians (of an arc's parameter) left out at each end.
      def of_stroke(stroke, scale, cut: 0.0, **more)
        unless stroke.arc?
          return (stroke.spline? ? Curve : Line).new(points: stroke.points.map { |x, y| yield x, y }, **more)
        end

        Arc.new(
          centre: yield(*stroke.centre),
          rx: stroke.rx * scale,
          ry: stroke.ry * scale,
          rotation: stroke.rotation,
          from: stroke.from + cut,
          to: stroke.to - cut,
          **more
        )
      end

      # A filled 30 degree triangle (DIM-06): width = 2 L tan 15.
      def arrow(tip, direction, length, **more)
        l = Math.hypot(*direction)
        ux = direction[0] / l
        uy = direction[1] / l
        half = length * Math.tan(Math::PI / 12)
        back = [tip[0] - (ux * length), tip[1] - (uy * length)]
        Fill.new(
          points: [tip, [back[0] - (uy * half), back[1] + (ux * half)], [back[0] + (uy * half), back[1] - (ux * half)]],
          **more
        )
      end

      def text(x, y, string, height: 3.5, angle: 0.0, anchor: :start, **more)
        Text.new(x: x, y: y, string: string, height: height, angle: angle, anchor: anchor, **more)
      end

      # Length in mm of a line, arc or curve (arcs and curves by chords).
      def length(item)
        points =
          case item
          when Arc
            (0..24).map { |i| item.at(item.from + ((item.to - item.from) * i / 24.0)) }
          when Line
            item.closed ? item.points + [item.points[0]] : item.points
          else
            item.points
          end
        points.each_cons(2).sum { |a, b| Math.hypot(b[0] - a[0], b[1] - a[1]) }
      end

      # Points of a stroke or filled shape, arcs by so many chords; closed ones come back to the first.
      def chords(item, count = 16)
        case item
        when Arc
          (0..count).map { |k| item.at(item.from + ((item.to - item.from) * k / count.to_f)) }
        when Fill
          item.points + [item.points[0]]
        when Line
          item.closed ? item.points + [item.points[0]] : item.points
        else
          item.points
        end
      end

      # Is it the box of a tolerance frame or datum letter, which takes its place like words?
      def frame?(item) = item.is_a?(Line) && item.closed && item.points.size == 4 && item.layer == 'dimension'

      # Is it drawn with strokes or as a small filled shape (and no text, shading or picture)?
      def stroke?(item) = item.is_a?(Line) || item.is_a?(Arc) || item.is_a?(Curve) || item.is_a?(Fill)

      # Box [x0, y0, x1, y1] of a primitive.
      def box(item)
        case item
        when Text
          text_box(item)
        when Arc
          Projection::Stroke.new(
            shape: :arc,
            centre: item.centre,
            rx: item.rx,
            ry: item.ry,
            rotation: item.rotation,
            from: item.from,
            to: item.to
          ).box
        else
          xs, ys = item.points.transpose
          [xs.min, ys.min, xs.max, ys.max]
        end
      end

      # The box [x0, y0, x1, y1] about several, one at least.
      def about(boxes)
        x0, y0, x1, y1 = boxes.transpose
        [x0.min, y0.min, x1.max, y1.max]
      end

      # The box about the words of an ink, about all of it where it has none.
      def about_words(ink)
        texts = ink.grep(Text)
        about((texts.empty? ? ink : texts).map { |item| box(item) })
      end

      # Corners of the rectangle a text takes, counter-clockwise from its lower left; below: part of its height that
      # reaches under the base line.
      def text_corners(item, below = 0.3)
        w = Lettering.width(item.string, item.height)
        from = { start: 0.0, middle: -w / 2, end: -w }.fetch(item.anchor || :start)
        a = (item.angle || 0.0) * Math::PI / 180
        c = Math.cos(a)
        s = Math.sin(a)
        low = -below * item.height
        [[from, low], [from + w, low], [from + w, item.height], [from, item.height]].map do |u, v|
          [item.x + (u * c) - (v * s), item.y + (u * s) + (v * c)]
        end
      end

      def text_box(item)
        xs, ys = text_corners(item).transpose
        [xs.min, ys.min, xs.max, ys.max]
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Linking
    # The annotations of a model as they stand in space (ISO 16792): each in its annotation plane, its words beside the
    # part at the side it is nearer to, in a column without overlaps, with a leader to what it is said of. Plain values,
    # drawn alike by every page that shows a model in 3D.
    class SpaceMarks
      # id; kind; rows: cells of a frame [[text, ...], ...], of all else one cell; above: "6×" of a frame that is said
      # of several features, else nil; boxed: a frame, a datum's box or a theoretically exact size? plane: name; normal,
      # right, up: its unit vectors; at: lower left corner of the words; width, height: mm; line: [[x, y, z], ...] from
      # what it is said of to the words; dimension: the two ends of a distance, nil of others; tip: "arrow", "triangle"
      # or "dot"; faces.
      Mark =
        Struct.new(
          :id,
          :kind,
          :rows,
          :above,
          :boxed,
          :plane,
          :normal,
          :right,
          :up,
          :at,
          :width,
          :height,
          :line,
          :dimension,
          :tip,
          :faces,
          keyword_init: true
        )

      # Heights of lettering (ISO 3098), and parts of the part's diagonal that one is.
      HEIGHTS = [1.8, 2.5, 3.5, 5, 7, 10, 14, 20, 28].freeze
      SHARE = 1 / 45.0
      TIPS = {
        'tolerance_frame' => 'arrow',
        'datum' => 'triangle',
        'surface_texture' => 'arrow',
        'note' => 'dot'
      }.freeze

      # [Mark] of a woven Modelling::Model.
      def self.of(model, standard = Drafting::Standard.new) = new(model, standard).marks

      def initialize(model, standard)
        @model = model
        @standard = standard
        @box = model.solid.box
        @diagonal = Geometry::Vec.distance(@box[0, 3], @box[3, 3])
      end

      # [Modelling::AnnotationPlanes::Plane] that annotations can lie in.
      def planes = @planes ||= Modelling::AnnotationPlanes.of(@model)

      # mm of the lettering.
      def height = HEIGHTS.min_by { |h| (h - (@diagonal * SHARE)).abs }

      def marks
        list = said.group_by { |d| plane(d) }.flat_map { |plane, found| laid(plane, found) }
        Ractor.make_shareable(list.sort_by(&:id))
      end

      private

      def said = SaidInModel.of(@model) + notes

      # Notes are no dimensions: they stand at their first face.
      def notes
        index = Solids::Indexed.of(@model.solid)
        list = @model.plan ? @model.plan.statements.grep(Modelling::Planned::Note) : []
        list.filter_map do |note|
          faces = note.faces.filter_map { |n| index.face(n) }
          Modelling::Measured.frame(index, faces, id: note.key, kind: :note, value: 0.0, words: note.words)
        end
      end

      def statement(dimension) = @model.plan&.statement(dimension.id.delete_prefix(Modelling::Planned::PREFIX))

      def plane(dimension) = Modelling::AnnotationPlanes.holding(@model, dimension, planes)

      # Marks of one plane: those that a person put somewhere there, the others in columns at the sides.
      def laid(plane, dimensions)
        right = Geometry::Vec.cross(plane.up, plane.normal)
        put, free = dimensions.partition { |d| statement(d)&.at }
        limits = across(right)
        sides = free.group_by { |d| Geometry::Vec.dot(anchor(d), right) < limits.sum / 2 ? :left : :right }
        put.map { |d| mark(d, plane, right, statement(d).at) } +
          sides.flat_map { |side, list| column(list, plane, right, side, limits) }
      end

      # Extent of the part along a direction.
      def across(way) = corners.map { |c| Geometry::Vec.dot(c, way) }.minmax

      def corners
        @corners ||= [0, 3].product([1, 4], [2, 5]).map { |ids| ids.map { |i| @box[i] } }
      end

      GAP = 3.0 # heights of lettering from the part to its words
      PITCH = 2.8 # heights from one to the next

      # One under another, each as near to what it is said of as the others leave it.
      def column(list, plane, right, side, limits)
        sorted = list.sort_by { |d| [-Geometry::Vec.dot(anchor(d), plane.up).round(6), d.id] }
        levels = spread(sorted.map { |d| Geometry::Vec.dot(anchor(d), plane.up) }, sorted.map { |d| tall(d) })
        sorted
          .zip(levels)
          .map do |dimension, level|
            width = width(dimension)
            u = side == :left ? limits[0] - (GAP * height) - width : limits[1] + (GAP * height)
            depth = Geometry::Vec.dot(anchor(dimension), plane.normal)
            at =
              [[right, u], [plane.up, level], [plane.normal, depth]].reduce([0.0, 0.0, 0.0]) do |sum, (way, mm)|
                Geometry::Vec.along(sum, way, mm)
              end
            mark(dimension, plane, right, at)
          end
      end

      # mm that words take in their column.
      def tall(dimension) = height * PITCH * lines(dimension)

      # Rows, and the count above them.
      def lines(dimension) = rows(dimension).size + (above(dimension) ? 1 : 0)

      # FCF-21
      def above(dimension)
        return unless dimension.kind == :tolerance_frame && dimension.count.to_i > 1

        "#{dimension.count}#{@standard.times}"
      end

      # Levels, highest first, moved apart evenly about where they want to be.
      def spread(wanted, heights)
        levels = []
        wanted.each_with_index { |level, i| levels << (i.zero? ? level : [level, levels[-1] - heights[i]].min) }
        return levels if levels.empty?

        shift = wanted.zip(levels).sum { |w, l| w - l } / levels.size
        levels.map { |l| l + shift }
      end

      def anchor(dimension)
        return Geometry::Vec.scale(Geometry::Vec.add(dimension.from, dimension.to), 0.5) if level?(dimension)

        dimension.to || dimension.centre
      end

      def level?(dimension)
        kind = Drawings::Annotations.all[dimension.kind.to_s]
        kind&.says == :level && dimension.from && dimension.to
      end

      def mark(dimension, plane, right, at)
        wide = width(dimension)
        tip = anchor(dimension)
        Mark.new(
          id: dimension.id,
          kind: dimension.kind.to_s,
          rows: rows(dimension),
          above: above(dimension),
          boxed: boxed?(dimension),
          plane: plane.name,
          normal: plane.normal,
          right: right,
          up: plane.up,
          at: at,
          width: wide,
          height: height * 2 * lines(dimension),
          line: [tip, knee(tip, at, right, plane.up, wide, height * 2 * rows(dimension).size)],
          dimension: level?(dimension) ? [dimension.from, dimension.to] : nil,
          tip: level?(dimension) ? nil : TIPS.fetch(dimension.kind.to_s, 'arrow'),
          faces: dimension.faces
        )
      end

      # The end of the words that is nearer to the tip, in the middle of their height.
      def knee(tip, at, right, up, wide, tall)
        middle = Geometry::Vec.along(at, up, tall / 2)
        [middle, Geometry::Vec.along(middle, right, wide)].min_by { |p| Geometry::Vec.distance(p, tip) }
      end

      def boxed?(dimension)
        %i[tolerance_frame datum].include?(dimension.kind) || Tolerancing::Tolerance.exact?(dimension.tolerance)
      end

      def rows(dimension)
        case dimension.kind
        when :tolerance_frame
          Drafting::FrameInk.rows(dimension.prefix.tr('.', @standard.decimal))
        when :note
          dimension.prefix.split("\n").map { |line| [line] }
        else
          [[SaidInModel.words(dimension, @standard).delete_suffix(' exact')]]
        end
      end

      def width(dimension)
        rows(dimension)
          .map { |cells| cells.sum { |c| [Drafting::Lettering.width(c, height) + height, height * 2].max } }
          .max
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Linking
    # Two revisions of a model side by side: faces that are new, gone or changed (by their lasting names, after the
    # rigid move that takes one to the other), and sizes old and new.
    class Comparison
      # A size that moved: what it is called, mm or degrees before and after, and the faces it stands at.
      Size = Struct.new(:label, :old, :new, :faces)
      # mm, and part of a face's area, below which nothing has changed.
      PLACE = 1e-3
      AREA = 1e-5

      attr_reader :old, :new

      # old, new: Modelling::Model; words: { face name => what a person calls it }; the block, if given, keeps what
      # takes long: it gets the work and gives what came of it, now or before.
      def initialize(old, new, words: {}, &keep)
        @old = old
        @new = new
        @words = words
        @keep = keep
      end

      # Faces in a person's words.
      def called(names) = names.map { |n| @words[n] || n }

      # { face name => :gone or :changed } of the old one, :new or :changed of the new one.
      def before = @before ||= statuses[0]
      def after = @after ||= statuses[1]

      def gone = before.select { |_, s| s == :gone }.keys
      def fresh = after.select { |_, s| s == :new }.keys
      def changed = after.select { |_, s| s == :changed }.keys
      def matched = after_names.size - fresh.size
      def same? = before.empty? && after.empty? && sizes.empty?

      # Was the whole part moved or turned?
      def moved? = statuses[2]

      # [Size]: parameters by name; of imported models the sizes their files state and those measured on faces of one
      # name.
      def sizes
        @sizes ||= (parameters + measured).select { |s| differs?(s.old, s.new) }
      end

      private

      def after_names = @after_names ||= @new.solid.faces.map(&:name)

      def statuses
        @statuses ||= @keep ? @keep.call(method(:compared)) : compared
      end

      # [{ old name => status }, { new name => status }, moved as a whole?]
      def compared
        Ractor.make_shareable(begin
          a, b = [@old, @new].map { |m| Likeness.all(m.solid) }
          move = Alignment.new(a.values, b.values, [@old.solid.box, @new.solid.box]).best
          still = Geometry::Vec.length(Geometry::Vec.sub(move.point([1.0, 2.0, 3.0]), [1.0, 2.0, 3.0])) < 1e-6
          both = (a.keys & b.keys).reject { |n| alike?(a[n], b[n], move) }.to_h { |n| [n, :changed] }
          [
            (a.keys - b.keys).to_h { |n| [n, :gone] }.merge(both),
            (b.keys - a.keys).to_h { |n| [n, :new] }.merge(both),
            !still
          ]
        end)
      end

      def alike?(old, new, move)
        old.kind == new.kind && (old.size - new.size).abs < PLACE &&
          (old.area - new.area).abs <= AREA * [old.area, new.area].max &&
          Geometry::Vec.distance(move.point(old.centre), new.centre) < PLACE
      end

      def parameters
        names = @old.parameters.map { |p| p[:name] } & @new.parameters.map { |p| p[:name] }
        names.map do |n|
          Size.new(n.tr('_', ' '), *[@old, @new].map { |m| m.parameters.find { |p| p[:name] == n }[:value] }, [])
        end
      end

      def measured
        return [] unless @old.imported? || @new.imported?

        stated = @new.dimensions.select { |d| Drawings::Annotations.of(d).size? }
        (stated + @new.measured).filter_map do |d|
          before = @old.dimension(d.id) or next
          Size.new(label(d), before.value, d.value, d.faces) if before.kind == d.kind
        end.uniq { |s| [s.label[/\A\S+/], s.old.round(4), s.new.round(4), s.faces.sort] }
      end

      def label(dimension)
        kind = Drawings::Annotations.of(dimension)
        faces = called(dimension.faces)
        return "#{kind.title} #{faces.join(' to ')}" if kind.says == :level

        "#{kind.title} of #{faces.first}#{" and #{faces.size - 1} more" if faces.size > 1}"
      end

      def differs?(a, b) = a.is_a?(Numeric) && b.is_a?(Numeric) ? (a - b).abs > 1e-6 : a != b
    end
  end
end

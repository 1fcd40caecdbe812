# frozen_string_literal: true

module Nockplane
  module Linking
    # What was measured at one instance of a pattern, measured at another: where a pattern has another count, the
    # instance that lay square to the view may be another one. Taken only where all that show it true say the same.
    module Siblings
      # How sure that is, 0 to 1.
      SURENESS = 0.8
      # mm or degrees within which two say the same.
      SAME = 1e-4
      # Most ways that are tried.
      MOST = 400
      INSTANCE = /\[[\d,]+\]/

      module_function

      # The ModelDimension, nil when there is none or it is not clear. dimension: measured on faces, two at most; frame:
      # of the view that it stands in.
      def of(dimension, model, frame)
        prefix = dimension.dimension[Renaming::MEASURED] or return nil
        names = dimension.dimension.delete_prefix(prefix).split('|')
        return nil if names.size > 2 || names.none? { |n| n.match?(INSTANCE) }

        found = measured(prefix, names, model).select { |d| fits?(d, dimension, model, frame) }
        values = found.map(&:value)
        found.min_by(&:id) if found.any? && values.max - values.min < SAME
      end

      def measured(prefix, names, model)
        alike = names.map { |n| model.solid.faces.map(&:name).select { |m| without(m) == without(n) } }
        alike[0].product(*alike.drop(1)).first(MOST).filter_map { |pair| model.dimension(prefix + pair.join('|')) }
      end

      def fits?(found, dimension, model, frame)
        Anchors.same_kind?(dimension, found) && Anchors.standing?(found, model.solid) &&
          Drawings::Annotations.of(found).suits(found, frame) == 2
      end

      def without(name) = name.gsub(INSTANCE, '')
      private_class_method :measured, :fits?, :without
    end
  end
end

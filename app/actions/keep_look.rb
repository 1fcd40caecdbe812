# frozen_string_literal: true

module App
  module Actions
    # A direction of sight that a model keeps under a name of its own; that called "front" is the one that new drawings
    # begin with.
    class KeepLook
      # Most that a model keeps.
      MOST = 40
      # Cosine from which a direction is meant square to an axis of the model.
      SQUARE = 0.9

      # direction, up: [x, y, z] from the eye to the part, and up on paper. Raises Refused.
      def self.call(model, name, direction, up)
        name = name.to_s.strip
        raise Refused, 'A direction has a name of 1 to 40 letters.' unless name.length.between?(1, 40)
        if model.own_looks.size >= MOST && model.own_sight(name).nil?
          raise Refused, "A model keeps #{MOST} directions at most."
        end

        kept =
          model.own_looks.reject { |l| l['name'] == name } +
            [{ 'name' => name, 'sight' => frame(direction, up).numbers }]
        model.update!(looks: JSON.generate(kept))
      rescue Nockplane::Geometry::ZeroVector
        raise Refused, 'The direction of sight and what is up on paper are the same; turn the part a little.'
      end

      def self.forget(model, name)
        raise Refused.new("#{model.name} keeps no direction '#{name}'.", status: 404) unless model.own_sight(name)

        model.update!(looks: JSON.generate(model.own_looks.reject { |l| l['name'] == name }))
      end

      # (What nearly looks along an axis is meant to.)
      def self.frame(direction, up)
        Nockplane::Projection::ViewFrame.new(square(direction), square(up))
      end

      def self.square(vector)
        unit = Nockplane::Geometry::Vec.unit(vector.map(&:to_f))
        k = unit.each_index.max_by { |i| unit[i].abs }
        unit[k].abs < SQUARE ? unit : [0, 1, 2].map { |i| i == k ? (unit[k].positive? ? 1.0 : -1.0) : 0.0 }
      end
      private_class_method :frame, :square
    end
  end
end

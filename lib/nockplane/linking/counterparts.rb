# frozen_string_literal: true

module Nockplane
  module Linking
    # Which faces of one model are which of another: by name where both were made by the same features, else as a whole
    # by likeness (Matching). Names of imported models are numbers given one after the other and mean nothing in another
    # model.
    class Counterparts
      # Share of the faces of the smaller model that both must name alike for their names to mean the same.
      KIN = 0.5

      # old, new: Modelling::Model; kin: are they revisions or variants of one model, so that a name means the same?
      # nil: that is found out.
      def self.of(old, new, kin: nil) = new(old, new, kin)

      def initialize(old, new, kin)
        @old = old
        @new = new
        @kin = kin.nil? ? named_alike? : kin
      end

      # Do names mean the same in both?
      def kin? = @kin

      # Name in the new model of a face (whole, or one of the pieces it was cut into) of the old one; nil for none.
      def of(name)
        return name if @kin

        whole, piece = name.split('~', 2)
        matched[name] || matched[whole]&.then { |found| piece ? nil : found }
      end

      # Name that nothing in the new model has, for what has no counterpart there: it says where it was.
      def gone(name) = "#{name} of #{@old.name.tr('~|/[]:', ' ')}"

      # How sure it is that faces (names in the old model) are those of the new one, as far as they have any there, 0 to
      # 1; 1 when they go by name.
      def sureness(names)
        return 1.0 if @kin

        names.filter_map { |n| costs[n] && (1 - (costs[n] / Matching::PROPOSED)) }.min.to_f.clamp(0.0, 1.0).round(2)
      end

      # A direction of the old part in the new one, a unit vector; as it is where they lie alike.
      def direction(vector) = turned? ? matching.move.direction(vector) : vector

      # A point of the old part where it would lie as the new one does; as it is where they lie alike.
      def point(at) = turned? ? matching.move.point(at) : at

      # Does the new part lie turned against the old one? (Of parts that have little in common nothing is turned.)
      def turned?
        return @turned if defined?(@turned)

        @turned =
          !@kin && alike? &&
            [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0]].any? { |v| Geometry::Vec.dot(matching.move.direction(v), v) < TURN }
      end

      # Cosine of the least turn that counts as one.
      TURN = 1 - 1e-6

      private

      def alike? = matched.size >= KIN * [@old, @new].map { |m| m.solid.faces.size }.min

      def named_alike?
        return false if @old.imported? || @new.imported?

        a, b = [@old, @new].map { |m| m.solid.faces.to_h { |f| [f.name, f.surface.kind] } }
        same = a.count { |name, kind| b[name] == kind }
        same >= KIN * [a.size, b.size].min
      end

      def matched = @matched ||= matching.matched.invert
      def costs = @costs ||= matching.costs.to_h { |n, cost| [matching.matched[n], cost] }
      def matching = @matching ||= Matching.of(@old.solid, @new.solid)
    end
  end
end

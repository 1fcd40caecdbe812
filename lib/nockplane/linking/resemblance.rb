# frozen_string_literal: true

module Nockplane
  module Linking
    # How like two solids are: how many faces of the one have a counterpart in the other, by lasting name or by matching
    # (whichever tells more). Tells a next revision of a part from another part.
    Resemblance = Struct.new(:matched, :old_count, :new_count) do
      # old, new: Solids::Solid. Above FACES faces only names and counts are compared.
      def self.of(old, new)
        a, b = [old, new].map { |s| s.faces.map(&:name) }
        most = [a.size, b.size].max
        # (Faces just read are named by their record, "#12", which says nothing.)
        matched = (a & b).count { |name| !name.start_with?('#') }
        if most <= Resemblance::FACES && matched < Resemblance::ALIKE * most
          matched = [matched, Matching.of(old, new).matched.size].max
        end

        new(matched, a.size, b.size)
      end

      # The same of two assemblies, part by part: [[number, Solid], ...] of their distinct parts, wherever those stand;
      # parts of one number are compared in their order.
      def self.of_parts(old, new)
        there = new.group_by(&:first)
        found =
          old.group_by(&:first).flat_map do |number, parts|
            parts.zip(there[number] || []).filter_map { |(_, a), (_, b)| b && of(a, b) }
          end
        new(found.sum(&:matched), *[old, new].map { |parts| parts.sum { |_, s| s.faces.size } })
      end

      # Part of the faces of the larger one that have a counterpart, 0 to 1.
      def share = [old_count, new_count].max.zero? ? 0.0 : matched.fdiv([old_count, new_count].max)
      # Like enough to be taken for a revision without asking?
      def alike? = share >= Resemblance::ALIKE
    end

    class Resemblance
      ALIKE = 0.5
      FACES = 4000
    end
  end
end

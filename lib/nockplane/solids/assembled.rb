# frozen_string_literal: true

module Nockplane
  module Solids
    # Figures of a solid that is many placed copies of a few parts, worked out once for each part. Copies are moved,
    # never mirrored.
    class Assembled
      # parts: [Solid]; copies: [[index of the part, Transform], ...], at least one.
      def initialize(parts, copies)
        @parts = parts
        @copies = copies
        @counts = copies.map(&:first).tally
      end

      def closed? = used.all?(&:closed?)
      def bodies = sum { |part| Bodies.count(part) }

      # Sum over all copies of what a block counts in a part.
      def sum = @counts.sum { |i, n| n * yield(@parts[i]) }

      # { surface kind => faces }; joined: one that was put together from pieces (Joined) counts as many.
      def kinds(joined: false)
        @counts.each_with_object(Hash.new(0)) do |(i, n), all|
          @parts[i].faces.each { |f| all[f.surface.kind] += n * (joined ? f.names.size : 1) }
        end
      end

      # Mass::Properties from those of the parts, by index.
      def mass(properties)
        moved = @copies.map { |i, move| Mass.moved(properties[i], move) }
        Mass.sum(moved)
      end

      # The box of the true shape (Extent), mm.
      def extent
        kept = {}
        boxes = @copies.map do |i, move|
          axes = Extent::XYZ.map { |e| move.inverse.direction(e) }
          box = kept[[i, axes.flatten.map { |c| c.round(12) }]] ||= Extent.of(@parts[i], axes)
          origin = move.point([0.0, 0.0, 0.0])
          box.each_with_index.map { |c, k| c + origin[k % 3] }
        end
        boxes.transpose.each_with_index.map { |c, k| k < 3 ? c.min : c.max }
      end

      private

      def used = @counts.keys.map { |i| @parts[i] }
    end
  end
end

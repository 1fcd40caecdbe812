# frozen_string_literal: true

module Nockplane
  module Linking
    # The rigid move between two revisions under which most faces find their like: none, when that explains them; else
    # one of those that take the main directions of the old part to those of the new one.
    class Alignment
      # Faces of the old part that candidates are judged by.
      SAMPLE = 60
      # Share of the sample that must find its like for the part to have stayed where it was.
      STAYS = 0.6
      CANDIDATES = 150
      # Directions of each part that are tried.
      DIRECTIONS = 8

      def initialize(old, new, boxes)
        @old = old
        @new = new
        @boxes = boxes
        @sample = old.sort_by { |l| [l.equals, -l.area] }.first(SAMPLE)
        @by_role = new.group_by { |l| [l.kind, l.concave] }
        @reach = Geometry::Vec.distance(boxes[1][0, 3], boxes[1][3, 3]) * 0.04
      end

      # Solids::Transform.
      def best
        stay = Solids::Transform.between(Geometry::Frame::WORLD, Geometry::Frame::WORLD)
        share = score(stay)
        return stay if share >= STAYS

        found = candidates.map { |m| [score(m), m] }.max_by(&:first)
        found && found[0] > share + 0.1 ? found[1] : stay
      end

      private

      # Share of the sample with a like face (kind, size, direction) near by.
      def score(move)
        hits = @sample.count do |o|
          centre = move.point(o.centre)
          direction = o.direction && move.direction(o.direction)
          (@by_role[[o.kind, o.concave]] || []).any? do |n|
            near?(n.centre, centre) && like?(o, n) && turned?(o, n, direction)
          end
        end
        hits.to_f / @sample.size
      end

      def near?(a, b) = Geometry::Vec.sub(a, b).then { |d| Geometry::Vec.dot(d, d) } < @reach * @reach
      def like?(a, b) = a.size.zero? || (b.size / a.size).between?(0.85, 1.18)

      def turned?(old, new, direction)
        direction.nil? ||
          (
            old.kind == :plane ?
              Geometry::Vec.dot(direction, new.direction) :
              Geometry::Vec.dot(direction, new.direction).abs
          ) > 0.99
      end

      def candidates
        a, b = [@old, @new].map { |list| directions(list) }
        first = a[0] or return []
        second = a.find { |d| Geometry::Vec.dot(d, first).abs < 0.9 } or return []
        from = Geometry::Frame.new([0.0, 0.0, 0.0], first, second)
        cos = Geometry::Vec.dot(first, second)
        pairs = b.product(b).select { |p, q| (Geometry::Vec.dot(p, q) - cos).abs < 0.02 }
        pairs.first(CANDIDATES).map do |p, q|
          turn = Solids::Transform.between(from, Geometry::Frame.new([0.0, 0.0, 0.0], p, q))
          # Box centres move with the part: the old box, turned, has its centre at the new box's.
          centre = turn.point(middle(@boxes[0]))
          turn.moved(Geometry::Vec.sub(middle(@boxes[1]), centre))
        end
      end

      def middle(box) = 3.times.map { |k| (box[k] + box[k + 3]) / 2 }

      # Directions of plane faces (as they face) and of axes (both ways), the most area first.
      def directions(list)
        sums = Hash.new(0.0)
        list.each do |l|
          next unless l.direction

          ways = l.kind == :plane ? [l.direction] : [l.direction, Geometry::Vec.neg(l.direction)]
          ways.each { |d| sums[d.map { |c| c.round(3) + 0.0 }] += l.area }
        end
        sums.sort_by { |d, area| [-area, d] }.first(DIRECTIONS).map { |d, _| Geometry::Vec.unit(d) }
      end
    end
  end
end

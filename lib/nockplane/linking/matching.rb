# frozen_string_literal: true

module Nockplane
  module Linking
    # Matches the faces of two revisions of a model that have no lasting names, as a whole: one assignment over all
    # faces after the rigid move that explains most of them (files are exported anew from other origins). What could as
    # well be otherwise is not taken but proposed.
    class Matching
      # matched: { new name => old name }; doubtful: { new name => [old names, best first] }; gone: old names; costs:
      # { new name => cost } of what is matched; move: Solids::Transform of the old part to where the new one lies.
      Result = Struct.new(:matched, :doubtful, :gone, :costs, :move)

      # Costs: 0 the same face, 1 at the limit of what is taken.
      LIMIT = 1.0
      # Up to this cost a face is still proposed.
      PROPOSED = 2.5
      # How much worse every other way must be.
      MARGIN = 0.15
      # Relative change of size, area and place (as part of the part's diagonal) that make a cost of 1.
      SIZE = 0.25
      AREA = 1.2
      PLACE = 0.1
      # Cosine of the greatest turn of a face against the part.
      TURN = Math.cos(12 * Math::PI / 180)
      IMPOSSIBLE = 1e6
      MANY = 40
      # Most faces of one component that are assigned together.
      MOST = 220

      # old, new: Solids::Solid.
      def self.of(old, new) = new(old, new).result

      def initialize(old, new)
        @old = Likeness.all(old).values
        @new = Likeness.all(new).values
        @neighbours = [@old, @new].map { |all| all.to_h { |l| [l.name, l.neighbours] } }
        @boxes = [old.box, new.box]
        @diagonal = Geometry::Vec.distance(new.box[0, 3], new.box[3, 3])
      end

      def result
        @move = Alignment.new(@old, @new, @boxes).best
        placed = @old.to_h { |l| [l.name, Placed.new(l, @move, @boxes[0])] }
        @costs = costs(placed)
        first = assigned(@costs)
        @costs = agreed(@costs, first)
        decide(assigned(@costs))
      end

      # An old face as the move puts it: centre, direction, and the centre as part of the old box.
      Placed =
        Struct.new(:likeness, :centre, :direction, :share) do
          def initialize(likeness, move, box)
            centre = move.point(likeness.centre)
            super(
              likeness,
              centre,
              likeness.direction && move.direction(likeness.direction),
              Matching.share(likeness.centre, box).then { |s| move.direction(s.map { |c| c - 0.5 }) }
            )
          end
        end

      # Place in a box, 0 to 1 along each axis.
      def self.share(point, box) = 3.times.map { |k| (w = box[k + 3] - box[k]) > 1e-9 ? (point[k] - box[k]) / w : 0.5 }

      private

      # { old name => { new name => cost } } of pairs that may be the same face.
      def costs(placed)
        by_kind = @new.group_by { |l| [l.kind, l.concave] }
        placed.transform_values do |p|
          o = p.likeness
          nearest(p, by_kind[[o.kind, o.concave]] || [])
            .filter_map { |n| (c = cost(p, n)) && c < PROPOSED && [n.name, c] }
            .to_h
        end
      end

      # Of very many like faces only those near by are looked at closely (900 holes: a tenth of the time).
      def nearest(placed, faces)
        return faces if faces.size <= MANY

        x, y, z = placed.centre
        faces.min_by(MANY) do |n|
          c = n.centre
          ((c[0] - x)**2) + ((c[1] - y)**2) + ((c[2] - z)**2)
        end
      end

      def cost(placed, face)
        old = placed.likeness
        if placed.direction
          cos = Geometry::Vec.dot(placed.direction, face.direction)
          return nil if (old.kind == :plane ? cos : cos.abs) < TURN
        end
        size = old.size.zero? || face.size.zero? ? 0.0 : Math.log(face.size / old.size).abs / SIZE
        area = Math.log([face.area, 1e-9].max / [old.area, 1e-9].max).abs / AREA
        (size + [place(placed, face), 0.0].max + (0.5 * area) + (0.4 * surroundings(old, face)))
      end

      # The lesser of how far it is off in mm and off in its part of the box: sizes of the whole part may have changed.
      def place(placed, face)
        off = Geometry::Vec.sub(face.centre, placed.centre)
        share = Matching.share(face.centre, @boxes[1]).map { |c| c - 0.5 }
        part = 3.times.map { |k| (share[k] - placed.share[k]) * (@boxes[1][k + 3] - @boxes[1][k]) }
        # A plane is where its plane is: along it little counts.
        if placed.direction && face.kind == :plane
          off, part =
            [off, part].map do |v|
              d = Geometry::Vec.dot(v, placed.direction)
              Geometry::Vec.add(
                Geometry::Vec.scale(Geometry::Vec.along(v, placed.direction, -d), 0.4),
                Geometry::Vec.scale(placed.direction, d)
              )
            end
        end
        [off, part].map { |v| Geometry::Vec.length(v) }.min / @diagonal / PLACE
      end

      # 0 when both have neighbours of the same kinds at the same kinds of edges, 1 when none.
      def surroundings(a, b)
        all = a.around.keys | b.around.keys
        return 0.0 if all.empty?

        same = all.sum { |k| [a.around[k] || 0, b.around[k] || 0].min }
        1 - (same.to_f / all.sum { |k| [a.around[k] || 0, b.around[k] || 0].max })
      end

      # { old name => new name } of the cheapest assignment; faces that can't be the same part of one component don't
      # meet.
      def assigned(costs)
        components(costs).each_with_object({}) do |(olds, news), found|
          next greedy(olds, costs, found) if [olds.size, news.size].max > MOST

          table =
            olds.map do |o|
              news.map { |n| costs[o][n] || IMPOSSIBLE } +
                Array.new(olds.size) { |k| olds[k] == o ? PROPOSED : IMPOSSIBLE }
            end
          Assignment
            .solve(table)
            .each_with_index { |c, i| found[olds[i]] = news[c] if c < news.size && table[i][c] < PROPOSED }
        end
      end

      def components(costs)
        parent = {}
        root = ->(k) { parent[k] == k ? k : (parent[k] = root[parent[k]]) }
        costs.each do |o, list|
          a = "o#{o}"
          parent[a] ||= a
          list.each_key { |n| (b = "n#{n}") && (parent[b] ||= b) && (parent[root[a]] = root[b]) }
        end
        parent
          .keys
          .group_by { |k| root[k] }
          .values
          .map { |keys| keys.partition { |k| k.start_with?('o') }.map { |list| list.map { |k| k[1..] } } }
          .reject { |olds, news| olds.empty? || news.empty? }
      end

      # For very many like faces: the cheapest pairs first.
      def greedy(olds, costs, found)
        taken = found.values.to_h { |n| [n, true] }
        olds
          .flat_map { |o| costs[o].map { |n, c| [c, o, n] } }
          .sort
          .each do |_, o, n|
            next if found[o] || taken[n]

            found[o] = n
            taken[n] = true
          end
      end

      # Costs with what the neighbours say: neighbours of the same face should be the same faces.
      def agreed(costs, first)
        costs.to_h do |o, list|
          partners = @neighbours[0][o].filter_map { |x| first[x] }
          [o, list.to_h { |n, c| [n, c + (0.5 * (1 - (share_of(partners, @neighbours[1][n]) || 1)))] }]
        end
      end

      def decide(pairs)
        matched = {}
        doubtful = {}
        @taken = pairs.invert
        @costs_of_new =
          @costs.each_with_object(Hash.new { |h, k| h[k] = {} }) { |(o, list), all| list.each { |n, c| all[n][o] = c } }
        pairs.each do |o, n|
          c = @costs[o][n]
          others = rivals(o, n, c, pairs)
          c <= limit(o, n, pairs) && others.empty? ?
            matched[n] = o :
            doubtful[n] = [o, *others].uniq.sort_by { |x| @costs[x][n] || IMPOSSIBLE }
        end
        news = @new.map(&:name) - matched.keys
        kept = matched.invert
        news.each do |n|
          doubtful[n] ||= @costs_of_new[n].reject { |o, _| kept[o] }.sort_by(&:last).first(3).map(&:first)
        end
        doubtful.reject! { |_, list| list.empty? }
        costs = matched.to_h { |n, o| [n, @costs[o][n]] }
        Result.new(matched, doubtful, @old.map(&:name) - matched.values, costs, @move)
      end

      # Cost up to which a pair is taken: all that may be where three quarters of the neighbours of both, as far as they
      # are paired, are pairs of neighbours themselves, nothing where a quarter or less is. (Random parts whose sizes or
      # features changed: half of what was taken wrongly is proposed only, and one in a hundred of what was taken
      # rightly.)
      def limit(old, new, pairs)
        of_old, of_new = @neighbours[0][old], @neighbours[1][new]
        shares = [
          share_of(of_old.filter_map { |o| pairs[o] }, of_new),
          share_of(of_new.filter_map { |n| @taken[n] }, of_old)
        ].compact
        shares.empty? ? LIMIT : [LIMIT, (2 * shares.min) - 0.5].min
      end

      # Part of some faces that is among others; nil of none.
      def share_of(faces, others) = faces.empty? ? nil : (faces & others).size.fdiv(faces.size)

      # Old faces that the new one could as well be: where another way of pairing costs hardly more.
      def rivals(old, new, cost, pairs)
        spare = @costs[old].any? { |n, c| n != new && !@taken[n] && c - cost < MARGIN } ? [old] : []
        swaps =
          @costs_of_new[new].filter_map do |o, c|
            next if o == old

            n = pairs[o]
            extra = n ? (@costs[old][n] || IMPOSSIBLE) + c - cost - @costs[o][n] : c - cost
            o if extra < MARGIN
          end
        spare + swaps
      end
    end
  end
end

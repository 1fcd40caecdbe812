# frozen_string_literal: true

module Nockplane
  module Solids
    # After a boolean: splits edges at vertices of neighbours lying on them, and merges coplanar facets that share an
    # edge.
    module Repair
      TOL = Geometry::Tolerance::WELD

      module_function

      # Facets without corners that come twice in a row (places that were welded), and without those that have fewer
      # than three then.
      def without_repeats(facets)
        facets.filter_map do |f|
          next f if f.loops.none? { |ids| ids.each_index.any? { |i| ids[i] == ids[i - 1] } }

          loops = f.loops.map { |ids| ids.reject.with_index { |id, i| id == ids[i - 1] } }
          f.with_loops(loops.select { |ids| ids.size > 2 }) if loops[0].size > 2
        end
      end

      # [facets with every unmatched edge split at the unmatched vertices that lie on it, are all edges matched then?]
      def split_t_junctions(pool, facets)
        2.times do
          open = unmatched(facets)
          return [facets, true] if open.empty?

          inserts = inserts(pool, open)
          return [facets, false] if inserts.empty?

          facets = facets.map { |f| insert(f, inserts) }
        end
        [facets, unmatched(facets).empty?]
      end

      # { directed key => surplus } of edges lacking an opposite.
      def unmatched(facets)
        count = Hash.new(0)
        facets.each { |f| f.each_edge { |a, b| a < b ? count[(a << 32) | b] += 1 : count[(b << 32) | a] -= 1 } }
        count.reject { |_, n| n.zero? }
      end

      def inserts(pool, open)
        ids = open.keys.flat_map { |k| [k >> 32, k & 0xffffffff] }.uniq.sort_by { |i| pool.xs[i] }
        at = ids.map { |i| pool.xs[i] }
        found = {}
        open.each_key do |key|
          a = key >> 32
          b = key & 0xffffffff
          on = between(pool, ids, at, a, b)
          found[key] = on unless on.empty?
        end
        found
      end

      # Ids lying on the segment a-b, in order from a.
      def between(pool, ids, at, a, b)
        pa = pool.point(a)
        along = Geometry::Vec.sub(pool.point(b), pa)
        l2 = Geometry::Vec.dot(along, along)
        low, high = [pool.xs[a], pool.xs[b]].minmax
        first = at.bsearch_index { |x| x >= low - TOL } || at.size
        found = []
        first.upto(at.size - 1) do |k|
          break if at[k] > high + TOL

          p = ids[k]
          next if p == a || p == b

          t = Geometry::Vec.dot(Geometry::Vec.sub(pool.point(p), pa), along) / l2
          next if t <= 0 || t >= 1

          found << [t, p] if Geometry::Vec.distance(pool.point(p), Geometry::Vec.along(pa, along, t)) <= TOL
        end
        found.sort.map(&:last)
      end

      def insert(facet, inserts)
        changed = false
        loops = facet.loops.map do |ids|
          ids.each_with_index.flat_map do |a, i|
            b = ids[(i + 1) % ids.size]
            on = inserts[a < b ? (a << 32) | b : (b << 32) | a] or next [a]
            changed = true
            [a, *(a < b ? on : on.reverse)]
          end
        end
        changed ? facet.with_loops(loops) : facet
      end

      # Facets on one plane that share an edge become one; the first face's name stays, the others become its aliases.
      # apart: what the names of faces begin with that only become one with each other; nil for none.
      def merge_coplanar(pool, facets, apart = nil)
        groups =
          facets.each_index.select { |i| facets[i].face.surface.plane? }.group_by do |i|
            [*plane_key(facets[i]), apart && facets[i].face.name.start_with?(apart)]
          end
        gone = {}
        added = {}
        groups.each_value do |ids|
          next if ids.size < 2

          Components.of(ids.map { |i| facets[i] }) { |_a, _b| true }.each do |part|
            next if part.size < 2

            members = part.map { |k| facets[ids[k]] }
            merged = merge(pool, members)
            part.each { |k| gone[ids[k]] = true }
            added[ids[part.min]] = merged
          end
        end
        return facets if gone.empty?

        facets.each_with_index.flat_map { |f, i| added[i] || (gone[i] ? [] : [f]) }
      end

      def plane_key(f) = [(f.nx * 1e6).round, (f.ny * 1e6).round, (f.nz * 1e6).round, (f.d * 1e5).round]

      def merge(pool, members)
        face = common_face(members.map(&:face).uniq)
        first = members[0]
        overlay = Geometry::Overlay.new(pool, first.nx, first.ny, first.nz)
        members.each { |f| f.each_edge { |a, b| overlay.add(a, b, 1) } }
        overlay.polygons { |_f, inside, _o| inside }.map do |loops|
          first.trimmed(pool, loops).with_face(face)
        end
      end

      def common_face(faces) = faces.size == 1 ? faces[0] : Face.of_pieces(faces)
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Linking
    # A chain of sizes through an assembly: from a face of one part to a face of another by way of the parts that touch
    # one another in flat faces square to the distance. In each part the sizes between the face that one comes in by and
    # the one that one leaves by are a Chain of its own; where two parts touch nothing is between them.
    class AssemblyChain
      include AddedUp

      # A flat face square to the distance: path of its instance, name in its part, level in mm along the distance, way
      # it looks (1 or -1), box across the distance.
      Flat = Struct.new(:path, :face, :level, :way, :box)
      # mm within which two faces touch; mm that they must share across.
      TOUCH = 1e-3
      SHARED = 0.05
      PARALLEL = 1e-6

      # source: Products::Source; text: of the assembly; from, to: faces by their full names ("lid:plate/end.end");
      # general: class of ISO 2768-1 for sizes without a tolerance, nil for none.
      def initialize(source, text, from, to, general: 'm')
        @source = source
        @text = text
        @general = general
        @model = source.model_of(text)
        @links = []
        @problem = found(from, to)
        freeze
      end

      private

      # Fills the links; a sentence where there is no chain.
      def found(from, to)
        ends = [from, to].map { |name| surface(name) }
        missing = [from, to].zip(ends).find { |_, s| s.nil? }
        return "the assembly has no face '#{missing[0]}'" if missing
        unless ends.all?(&:plane?) && Geometry::Vec.parallel?(ends[0].axis, ends[1].axis, PARALLEL)
          return 'between these two faces there is no distance: they are not flat and parallel'
        end

        @along = ends[0].axis
        @flats = flats
        tried = routes(*[from, to].map { |n| @flats.find { |f| full(f) == n } }).first(MOST).map { |r| along(r) }
        return 'no parts that touch one another lead from the one face to the other' if tried.empty?

        @nominal = @nominal.abs
        @links, problem = tried.find { |_, wrong| wrong.nil? } || [[], tried[0][1]]
        problem
      end

      # Ways through the assembly that are tried, and parts that one goes through at most.
      MOST = 24
      DEEP = 7

      # [links, problem] of a route.
      def along(route)
        @nominal = route.sum { |a, b| b.level - a.level }
        sense = @nominal.negative? ? -1.0 : 1.0
        route
          .reject { |a, b| a.face == b.face }
          .reduce([[], nil]) do |(links, _), (a, b)|
            more, problem = through(a, b, sense)
            return [], problem if problem

            [links + more, nil]
          end
      end

      def full(flat) = "#{flat.path}:#{flat.face}"
      def surface(name) = faces[name]&.surface
      def faces = @model.solid.facets.to_h { |f| [f.face.name, f.face] }

      def flats
        groups = @model.solid.facets.select { |f| f.face.surface.plane? }.group_by { |f| f.face.name }
        groups.filter_map do |name, facets|
          normal = facets[0].normal
          next unless Geometry::Vec.parallel?(normal, @along, PARALLEL)

          path, face = name.match(/\A(.+):([^:]*)\z/)&.captures
          if path
            Flat.new(path, face, level(facets), Geometry::Vec.dot(normal, @along).positive? ? 1 : -1, across(facets))
          end
        end
      end

      def level(facets) = Geometry::Vec.dot(@model.solid.point(facets[0].loops[0][0]), @along)

      # [u0, v0, u1, v1] across the distance.
      def across(facets)
        u = Geometry::Vec.any_normal(@along)
        ways = [u, Geometry::Vec.cross(@along, u)]
        points = facets.flat_map { |f| f.loops[0].map { |i| @model.solid.point(i) } }
        lows, highs = ways.map { |w| points.map { |p| Geometry::Vec.dot(p, w) }.minmax }.transpose
        [*lows, *highs]
      end

      # Routes, those over the fewest parts first: each [[face one comes in by, face one leaves by], ...] part after
      # part.
      def routes(from, to)
        return [] unless from && to

        Enumerator
          .new do |out|
            front = [[from, []]]
            DEEP.times do
              front.each { |entry, steps| out << (steps + [[entry, to]]) if entry.path == to.path }
              front = front.reject { |entry, _| entry.path == to.path }.flat_map { |entry, steps| onward(entry, steps) }
            end
          end
          .lazy
      end

      def onward(entry, steps)
        been = steps.map { |a, _| a.path } + [entry.path]
        (@onward ||= {})[entry.path] ||= leaving(entry)
        @onward[entry.path]
          .reject { |_, other| been.include?(other.path) }
          .map { |own, other| [other, steps + [[entry, own]]] }
      end

      # [[face of this part, face of another one that touches it], ...], those that share most first.
      def leaving(entry)
        own = @flats.select { |f| f.path == entry.path }
        pairs = own.product(@flats.reject { |f| f.path == entry.path }).select { |a, b| touch?(a, b) }
        pairs.sort_by { |a, b| [-shared(a, b).inject(:*).round(6), b.path, a.face, b.face] }
      end

      def touch?(a, b)
        a.way == -b.way && (a.level - b.level).abs < TOUCH && shared(a, b).all? { |mm| mm > SHARED }
      end

      # mm that the boxes of two faces share, either way.
      def shared(a, b)
        [0, 1].map { |k| [[a.box[k + 2], b.box[k + 2]].min - [a.box[k], b.box[k]].max, 0.0].max }
      end

      # [links of the chain within a part, a sentence where there is none].
      def through(entry, leave, sense)
        part = @source.text_at(@text, entry.path)
        return [], "the part '#{entry.path}' has no sizes of its own" unless part

        chain = within(part, entry.face, leave.face)
        return [], "in '#{entry.path}', between #{entry.face} and #{leave.face}: #{chain.problem}" unless chain.closed?

        turned = leave.level < entry.level ? -sense : sense
        links =
          chain.links.map { |l| l.dup.tap { |own| own.id, own.share = "#{entry.path}:#{l.id}", l.share * turned } }
        [links, nil]
      end

      def within(part, from, to)
        (@within ||= {})[[part, from, to]] ||= Chain.new(@source.model_of(part), from, to, general: @general)
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Modelling
    # Evaluates a recipe: parameters, then feature after feature. Every feature prefix is kept in the cache it is given,
    # so that editing a late feature rebuilds only what follows it.
    class Builder
      # A prefix cache bounded in entries (each holds a solid and its tools, some 100 KB to 1 MB); least used go first.
      class Prefixes
        # limit: steps kept; facets: of all their solids together, which is what takes memory (about 0.6 kB each).
        def initialize(limit = 80, facets: 60_000)
          @limit = limit
          @facets = facets
          @kept = {}
          @lock = Mutex.new
        end

        def fetch(key)
          found = @lock.synchronize { @kept.delete(key).tap { |v| @kept[key] = v if v } }
          return found if found

          yield.tap { |value| @lock.synchronize { keep(key, value) } }
        end

        private

        def keep(key, value)
          @kept[key] = value
          size = @kept.each_value.sum { |step| step.solid ? step.solid.facets.size : 0 }
          while @kept.size > 1 && (@kept.size > @limit || size > @facets)
            gone = @kept.shift[1]
            size -= gone.solid.facets.size if gone.solid
          end
        end
      end

      # Outcome of one feature: the solid after it, its dimensions, threads, warnings, and its tools [[Solid,
      # operation], ...].
      # plane: the Frame of a datum plane, else nil; stock: SheetMetal::Stock from here on, nil where nothing changes;
      # taken: ids of earlier features whose dimensions stand among its own.
      Step = Struct.new(:solid, :dimensions, :threads, :warnings, :tools, :plane, :stock, :taken)

      # The Model of a Recipe. refine as in Solids::Discretise. Raises RecipeFault naming feature, line and reason.
      def self.build(recipe, refine: 1, cache: Prefixes.new) = new(recipe, refine, cache).model

      def initialize(recipe, refine, cache)
        @recipe = recipe
        @refine = refine
        @cache = cache
      end

      def model
        @scope = Scope.of(@recipe)
        steps = run
        check_folded(steps)
        solid = steps.reverse.map(&:solid).find { |s| s } or
          raise RecipeFault,
                Fault.new(@recipe.line('features'), 'features', 'every feature is switched off; nothing is left')
        solid = Naming.resolve(solid)
        warnings = steps.flat_map(&:warnings) + piece_warnings(solid)
        Model.new(
          solid: solid,
          values: @scope.values,
          parameters: listed_parameters,
          dimensions: present(dimensions(steps)),
          threads: steps.map(&:threads).reduce({}, :merge),
          warnings: warnings,
          properties: @recipe.properties,
          name: @recipe.name,
          features:
            @recipe.features.each_with_index.map do |f, i|
              [f['id'], f['type'], active?(f, i), f['active'].is_a?(String) ? f['active'] : nil]
            end,
          stock: steps.filter_map(&:stock).last
        )
      end

      private

      def dimensions(steps)
        taken = steps.flat_map(&:taken)
        steps.flat_map { |s| s.dimensions.reject { |d| taken.include?(d.feature) && !s.taken.include?(d.feature) } }
      end

      # A part is issued bent: what was unfolded must be folded again.
      def check_folded(steps)
        return unless steps.filter_map(&:stock).last&.unfolded

        index = @recipe.features.rindex { |f| f['type'] == 'unfold' }
        fault("features[#{index}]", "what is unfolded here is never folded again; add a feature of type 'fold'")
      end

      def run
        key = "#{KERNEL_VERSION}:#{@refine}"
        body = nil
        earlier = {}
        @recipe.features.each_with_index.filter_map do |feature, i|
          next unless active?(feature, i)

          key =
            Digest::SHA256.hexdigest(
              "#{key}|#{i}|#{feature.to_json}|#{used_values(feature)}|#{parameter_paths(feature)}"
            )
          step = @cache.fetch(key) { Ractor.make_shareable(step(feature, i, body, earlier)) }
          body = step.solid
          earlier[feature['id']] = step
        end
      end

      def active?(feature, index)
        given = feature['active']
        given.is_a?(String) ? @scope.truth(given, "features[#{index}].active") : given != false
      end

      # Values and tolerances of all parameters that the feature's text mentions, directly or through others.
      def used_values(feature)
        text = feature.to_json
        @recipe
          .parameters
          .select { |p| text.include?(p.name) }
          .map { |p| [p.name, @scope.values[p.name], p.tolerance] }
          .to_json
      end

      def parameter_paths(feature)
        @recipe.parameters.any? { |p| feature.to_json.include?(p.name) } ? @recipe.parameters.map(&:path).hash : 0
      end

      def step(feature, index, body, earlier)
        path = "features[#{index}]"
        planes = earlier.transform_values(&:plane).compact
        made = Features.make(Fields.new(@recipe, @scope, feature, path, planes), body, @refine, earlier)
        warnings = made.remarks.dup
        solid = made.replacement || combine(made, body, path, warnings)
        check_hit(made, solid, path)
        warnings.concat(thin_walls(made, feature['id'], solid, path))
        Step.new(
          solid,
          made.dimensions,
          made.threads,
          warnings,
          made.replacement ? [] : made.copies,
          made.is_a?(Features::Plane) ? made.frame : nil,
          made.stock,
          made.taken
        )
      rescue Solids::Boolean::OpenResult => e
        fault(path, unclosed(feature, e))
      rescue Geometry::ZeroVector
        fault(path, 'a face of this feature has no area; check its sizes')
      rescue SheetMetal::Refused => e
        fault(path, e.message)
      end

      def unclosed(feature, error)
        return "the solid can't be closed: #{error.message}" unless %w[round chamfer].include?(feature['type'])

        "the #{feature['type']} runs into another feature that lies over the edge " \
          "(#{error.message[/near .*?\)/] || 'place not known'}); " \
          'put it before that feature, name fewer edges, or use a smaller ' \
          "#{feature['type'] == 'round' ? 'radius' : 'setback'}"
      end

      def combine(made, body, path, warnings)
        return made.copies.empty? ? nil : Solids::ChordGaps.absorbed(union_all(made.tools)) if body.nil?

        result =
          made
            .copies
            .slice_when { |a, b| a[1] != b[1] }
            .reduce(body) { |solid, run| apply(solid, batches(run.map(&:first)), run[0][1]) }
        fault(path, 'nothing is left of the part after this; make the feature smaller or move it') if result.empty?
        if made.copies.any? { |_, o| o == :boss } && result.shells.size > body.shells.size
          warnings << "#{path}: a body of this feature does not touch the rest of the part"
        end

        Solids::SharedWalls.named(Solids::ChordGaps.absorbed(result), made.copies.map(&:first))
      end

      def apply(solid, tools, operation)
        case operation
        when :cut
          tools.reduce(solid) { |s, tool| Solids::Boolean.difference(s, tool) }
        when :intersect
          Solids::Boolean.intersection(solid, tools.reduce { |a, b| Solids::Boolean.union(a, b) })
        else
          tools.reduce(solid) { |s, tool| Solids::Boolean.union(s, tool) }
        end
      end

      def union_all(tools) = batches(tools).reduce { |a, b| Solids::Boolean.union(a, b) }

      # Compounds of tools whose boxes don't meet, so that a pattern is one boolean (three times faster at 225 holes).
      def batches(tools)
        groups = []
        tools.each do |t|
          home = groups.find { |g| g.none? { |o| boxes_meet?(o.box, t.box) } }
          home ? home << t : groups << [t]
        end
        groups.map { |g| Solids::Mesh.compound(g) }
      end

      def boxes_meet?(a, b) = 3.times.all? { |k| a[k] <= b[k + 3] + 1e-6 && a[k + 3] >= b[k] - 1e-6 }

      def check_hit(made, solid, path)
        return if solid.nil?

        names = solid.facets.each_with_object({}) { |f, h| f.face.names.each { |n| h[n] = true } }
        missed = made.expected_faces.reject { |_, faces| faces.any? { |n| names[n] } }.keys
        return if missed.empty?

        fault(
          path,
          "#{missed.first(4).join(', ')} #{missed.size == 1 ? 'misses' : 'miss'} the part; move it onto the material " \
            'or change its size'
        )
      end

      # Looked for on the drawn mesh only: the finer ones are for volumes.
      def thin_walls(made, id, solid, path)
        return [] if solid.nil? || made.copies.empty? || @refine > 1

        thickness, place = Solids::ThinWalls.at(solid) { |name| name.start_with?("#{id}/", "#{id}[", "#{id}.") }
        return [] unless thickness

        found = thickness < 1e-6 ? 'leaves no wall' : "leaves a wall of only #{Fault.mm(thickness)} mm"
        [
          "#{path} (#{id}): #{found} near (#{place.map { |c| Fault.mm(c.round(2) + 0.0) }.join(', ')}) mm; move it " \
            'or change a size'
        ]
      end

      # Dimensions whose faces exist under their plain or split name.
      def present(dimensions) = dimensions.uniq(&:id)

      def piece_warnings(solid)
        n = Solids::Bodies.count(solid)
        n > 1 ? ["the part is in #{n} separate pieces"] : []
      end

      def listed_parameters = @recipe.parameters.map { |p| p.to_h_with(@scope.values[p.name]) }

      def fault(path, reason)
        raise(
          RecipeFault,
          Fault.new(@recipe.line(path), "#{path} (#{@recipe.features[path[/\d+/].to_i]['id']})", reason)
        )
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Modelling
    # Builds an assembly: every component's model is built once and placed as often as it occurs. Its faces are called
    # INSTANCE:FACE, nested ones OUTER:INNER:FACE. Solids are only moved, never meshed again.
    class Assembly
      MAX_INSTANCES = 5000
      MAX_DEPTH = 8

      # One placed part: path of names ("wheel:carousel[2]"); reference: the model named; model: the Model (of a part);
      # transform: part to assembly; purchased; vertex, facet: where its solid starts in the assembly's, nil for a
      # hidden one; part: which of the model's parts it is, nil when that is not known; variant: the row asked for.
      Instance =
        Struct.new(:path, :reference, :name, :properties, :transform, :purchased, :vertex, :facet, :part, :variant) do
          def hidden? = facet.nil?
          # The path without numbers of pattern instances: which component it is.
          def component = path.gsub(/\[[^\]]*\]/, '')
        end

      # A sub-assembly as it is named: reference, name, properties, purchased and variant as of an Instance.
      Unit = Struct.new(:reference, :name, :properties, :purchased, :variant)

      # What Placement looks faces up in: the components placed before.
      Placed =
        Struct.new(:solids) do
          def face(name) = at(name)
          def faces = solids.each_value.flat_map(&:faces)
          def facets_of(name) = home(name).facets_of(at(name).name)

          # A plane face that features have cut in several is still one plane: any of its pieces will do.
          def at(name)
            solid = home(name) or return nil
            solid.face(name) || solid.faces.find { |f| f.surface.plane? && f.name.start_with?("#{name}~") }
          end

          def home(name) = solids[name.to_s[/\A[^:]+/]]
        end

      # recipe: AssemblyRecipe; part: ->(model, revision, variant, refine) giving its Model, nil when there is none.
      # Raises RecipeFault.
      def self.build(recipe, refine: 1, &part) = new(recipe, refine, part).model

      # [[components, shift in mm], ...] of the steps of an explosion ('': the one without a name). Raises RecipeFault
      # when there is none of that name.
      def self.moves(recipe, name)
        path = name.empty? ? 'explode' : "explosions.#{name}"
        steps = Arrangement.new(recipe.arrangement).steps(name) or
          raise RecipeFault, Fault.new(nil, path, "#{recipe.name} has no explosion '#{name}'")
        scope = Scope.of(recipe)
        Exploded.moves(steps, path) { |step, at| Fields.new(recipe, scope, step, at).length('distance') }
      end

      def initialize(recipe, refine, part)
        @recipe = recipe
        @refine = refine
        @part = part
        @scope = Scope.of(recipe)
      end

      def model
        place
        solid = Solids::Mesh.compound(@solids)
        Model.new(
          solid: solid,
          values: @scope.values,
          parameters: @recipe.parameters.map { |p| p.to_h_with(@scope.values[p.name]) },
          dimensions: [],
          threads: @threads,
          warnings: @warnings.uniq,
          gaps: @gaps,
          properties: @recipe.properties,
          name: @recipe.name,
          features: @recipe.components.map { |c| [c['id'], "component #{c['model']}", c['hidden'] != true, nil] },
          components: @instances,
          parts: @instances.all?(&:part) ? @parts.keys : [],
          units: @units
        )
      end

      private

      def place
        @solids = []
        @instances = []
        @threads = {}
        @warnings = []
        @gaps = []
        @parts = {}.compare_by_identity
        @units = {}
        @vertex = @facet = 0
        @placed = Placed.new({})
        @recipe.components.each_with_index { |c, i| component(c, "components[#{i}]") }
        if @solids.empty?
          raise RecipeFault,
                Fault.new(@recipe.line('components'), 'components', 'every component is hidden; nothing is left')
        end
      end

      def component(given, path)
        fields = Fields.new(@recipe, @scope, given, path)
        part = @part.call(given['model'].to_s, @recipe.revision_of(given), given['variant'], @refine) or
          fields.fault(
            'model',
            "there is no model '#{given['model']}' here#{" with revision #{given['revision']}" if given['revision']}"
          )
        frames(fields).each do |name, frame|
          @placed.solids[given['id']] = take(
            name,
            given,
            part,
            Solids::Transform.between(Geometry::Frame::WORLD, frame),
            fields
          )
        end
      end

      def frames(fields)
        placement = Placement.new(fields, @placed, spin: true)
        if @instances.size + placement.count > MAX_INSTANCES
          fields.fault('pattern', "more than #{MAX_INSTANCES} instances in all")
        end

        flip = fields.flag('flip')
        placement.instances.map { |i| [i.name, flip ? i.frame.flipped : i.frame] }
      end

      # Adds an instance; gives its placed solid.
      def take(name, given, part, transform, fields)
        inner = part.components.empty? ? [nil] : part.components
        moved = transform.place(part.solid, "#{name}:")
        if @instances.size + inner.size > MAX_INSTANCES
          fields.fault('pattern', "more than #{MAX_INSTANCES} instances in all")
        end

        hidden = given['hidden'] == true
        part.threads.each { |face, thread| @threads["#{name}:#{face}"] = thread }
        inner.each { |i| @instances << instance(name, given, part, i, transform, hidden) }
        name_units(name, given, part)
        return moved if hidden

        @solids << moved
        @vertex += moved.xs.size
        @facet += moved.facets.size
        @warnings.concat(part.warnings.map { |w| "#{given['model']}: #{w}" })
        @gaps.concat(part.gaps.map { |g| g.merge(face: g[:face] && "#{name}:#{g[:face]}") })
        moved
      end

      # What stands in it as a sub-assembly, with those inside.
      def name_units(name, given, part)
        return unless part.assembly?

        bought = given['purchased'] == true
        @units[name] = Unit.new(given['model'].to_s, part.name, part.properties, bought, given['variant'])
        part.units.each do |path, unit|
          @units["#{name}:#{path}"] = bought ? unit.dup.tap { |u| u.purchased = true } : unit
        end
      end

      def instance(name, given, part, inner, transform, hidden)
        purchased = given['purchased'] == true || inner&.purchased == true
        at =
          (
            if hidden || inner&.hidden?
              [nil, nil]
            else
              [@vertex + (inner ? inner.vertex : 0), @facet + (inner ? inner.facet : 0)]
            end
          )
        unless inner
          return (
            Instance.new(
              name,
              given['model'].to_s,
              part.name,
              Amount.resolved(part.properties, part.values),
              transform,
              purchased,
              *at,
              index(part.solid),
              given['variant']
            )
          )
        end

        own = inner.part && index(part.parts[inner.part])
        Instance.new(
          "#{name}:#{inner.path}",
          inner.reference,
          inner.name,
          inner.properties,
          transform.after(inner.transform),
          purchased,
          *at,
          own,
          inner.variant
        )
      end

      # Which of the assembly's parts a solid is.
      def index(solid) = @parts[solid] ||= @parts.size
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # A model as a STEP file (AP242): product structure with names, true surfaces and curves, colours. Millimetres and
      # radians.
      class Writer
        SCHEMA = 'AP242_MANAGED_MODEL_BASED_3D_ENGINEERING_MIM_LF { 1 0 10303 442 1 1 4 }'

        # model: Modelling::Model; time: ISO 8601 text for the header; file: its name there; plan: with what the model
        # says of its tolerances?
        # views: [{ name:, direction:, up: }] that go out with it, besides those that came with the model.
        def self.write(model, time: '2000-01-01T00:00:00', file: 'model.step', plan: false, views: [])
          new(model, plan: plan, views: views).write(time, file)
        end

        # Ids of model dimensions that the file could not take, after #write.
        attr_reader :skipped

        def initialize(model, plan: false, views: [])
          @model = model
          @views = (model.saved_views + views).uniq { |v| v[:name] }
          @plan = plan
          @skipped = []
          @records = Records.new
          @styles = []
        end

        def write(time, file)
          context
          if @model.components.reject(&:hidden?).empty?
            part(@model.name, number(@model.properties), @model.solid)
          else
            assembly
          end
          colours
          ViewWriter.new(@records, @model.solid.box, @context).write(@views) if @plan
          "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\n" \
            "FILE_NAME(#{Encoding.encode(file)},'#{time}',(''),(''),'Nockplane','Nockplane','');\n" \
            "FILE_SCHEMA(('#{SCHEMA}'));\nENDSEC;\nDATA;\n" \
            "#{@records}\nENDSEC;\nEND-ISO-10303-21;\n"
        end

        private

        def number(properties) = properties['number'].to_s

        def context
          app = @records.add('APPLICATION_CONTEXT', 'managed model based 3d engineering')
          @records.add(
            'APPLICATION_PROTOCOL_DEFINITION',
            'international standard',
            'ap242_managed_model_based_3d_engineering',
            Records::Raw.new('2014'),
            app
          )
          @product_context = @records.add('PRODUCT_CONTEXT', '', app, 'mechanical')
          @definition_context = @records.add('PRODUCT_DEFINITION_CONTEXT', 'part definition', app, 'design')
          units =
            [
              [%w[LENGTH_UNIT], ['NAMED_UNIT', :*], ['SI_UNIT', :MILLI, :METRE]],
              [['NAMED_UNIT', :*], %w[PLANE_ANGLE_UNIT], ['SI_UNIT', nil, :RADIAN]],
              [['NAMED_UNIT', :*], ['SI_UNIT', nil, :STERADIAN], %w[SOLID_ANGLE_UNIT]]
            ].map { |u| @records.complex(*u) }
          @units = { length: units[0], angle: units[1] }
          accuracy =
            @records.add(
              'UNCERTAINTY_MEASURE_WITH_UNIT',
              Records::Raw.new('LENGTH_MEASURE(1.E-06)'),
              units[0],
              'distance_accuracy_value',
              ''
            )
          @context =
            @records.complex(
              ['GEOMETRIC_REPRESENTATION_CONTEXT', Records::Raw.new('3')],
              ['GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT', [accuracy]],
              ['GLOBAL_UNIT_ASSIGNED_CONTEXT', units],
              ['REPRESENTATION_CONTEXT', '', '3D']
            )
          @world = @records.placement([0.0, 0.0, 0.0], [0.0, 0.0, 1.0], [1.0, 0.0, 0.0])
        end

        # [product definition, definition shape] of a new product.
        def product(name, number, kind = 'part')
          product = @records.add('PRODUCT', number.empty? ? name : number, name, '', [@product_context])
          @records.add('PRODUCT_RELATED_PRODUCT_CATEGORY', kind, nil, [product])
          formation = @records.add('PRODUCT_DEFINITION_FORMATION', '1', '', product)
          definition = @records.add('PRODUCT_DEFINITION', 'design', '', formation, @definition_context)
          [definition, @records.add('PRODUCT_DEFINITION_SHAPE', '', '', definition)]
        end

        # [definition, representation] of a part with its solid.
        def part(name, number, solid)
          definition, shape = product(name, number)
          writer = BodyWriter.new(@records, solid)
          items = writer.items
          writer.faces.each { |face, records| (rgb = @model.colours[face]) && records.each { |r| @styles << [r, rgb] } }
          representation = @records.add('ADVANCED_BREP_SHAPE_REPRESENTATION', '', [@world, *items], @context)
          @records.add('SHAPE_DEFINITION_REPRESENTATION', shape, representation)
          say(shape, representation, writer.faces) if @plan && solid.equal?(@model.solid)
          [definition, representation]
        end

        # The tolerances of the part that the model is.
        def say(shape, representation, faces)
          writer =
            PlanWriter.new(
              @records,
              @model,
              shape: shape,
              representation: representation,
              context: @context,
              units: @units,
              faces: faces
            )
          writer.write
          @skipped = writer.skipped
        end

        def group(name, number)
          definition, shape = product(name, number, 'assembly')
          representation = @records.add('SHAPE_REPRESENTATION', '', [@world], @context)
          @records.add('SHAPE_DEFINITION_REPRESENTATION', shape, representation)
          [definition, representation]
        end

        # Parts once, sub-assemblies by the paths of the occurrences, every occurrence with its place.
        def assembly
          nodes = { '' => group(@model.name, number(@model.properties)) }
          parts = {}
          @model
            .components
            .reject(&:hidden?)
            .each do |instance|
              *above, own = instance.path.split(':')
              parent = above.each_index.reduce('') { |path, i| descend(nodes, path, above[i]) }
              made = parts[likeness(instance)] ||= part(instance.name, instance.reference.to_s, own_solid(instance))
              occurrence(nodes[parent], made, own, instance.transform)
            end
        end

        # Equal for occurrences of one part: what it is called, and measures that no move changes.
        def likeness(instance)
          facets = own_facets(instance)
          sums =
            facets
              .map { |f| Solids::Mass.facet_area(@model.solid, f).then { |a| [a, a * f.d] } }
              .transpose
              .map { |list| list.sum.round(4) }
          [instance.reference, instance.name, facets.size, sums[0], sums[1].round(3)]
        end

        def descend(nodes, path, name)
          full = path.empty? ? name : "#{path}:#{name}"
          nodes[full] ||= group(name, '').tap do |made|
            occurrence(nodes[path], made, name, Solids::Transform::IDENTITY)
          end
          full
        end

        def occurrence(parent, child, name, transform)
          usage = @records.add('NEXT_ASSEMBLY_USAGE_OCCURRENCE', name, name, '', parent[0], child[0], nil)
          shape = @records.add('PRODUCT_DEFINITION_SHAPE', '', '', usage)
          place =
            @records.placement(
              transform.point([0.0, 0.0, 0.0]),
              transform.direction([0.0, 0.0, 1.0]),
              transform.direction([1.0, 0.0, 0.0])
            )
          move = @records.add('ITEM_DEFINED_TRANSFORMATION', '', '', @world, place)
          relation =
            @records.complex(
              ['REPRESENTATION_RELATIONSHIP', '', '', child[1], parent[1]],
              ['REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION', move],
              %w[SHAPE_REPRESENTATION_RELATIONSHIP]
            )
          @records.add('CONTEXT_DEPENDENT_SHAPE_REPRESENTATION', relation, shape)
        end

        # The part of the assembly's solid that an occurrence is, moved back to where it was made, faces without the
        # path.
        def own_solid(instance)
          alone = Solids::Solid.compact(@model.solid, own_facets(instance))
          t = instance.transform
          here =
            Geometry::Frame.new(t.point([0.0, 0.0, 0.0]), t.direction([0.0, 0.0, 1.0]), t.direction([1.0, 0.0, 0.0]))
          Solids::Transform.between(here, Geometry::Frame::WORLD).apply(alone) { |name| name }
        end

        def own_facets(instance)
          @starts ||= [*@model.components.filter_map(&:facet), @model.solid.facets.size].uniq.sort
          @model.solid.facets[instance.facet...@starts[@starts.index(instance.facet) + 1]]
        end

        def colours
          return if @styles.empty?

          shades =
            Hash.new do |h, rgb|
              colour = @records.add('COLOUR_RGB', '', *rgb.map(&:to_f))
              fill = @records.add('FILL_AREA_STYLE', '', [@records.add('FILL_AREA_STYLE_COLOUR', '', colour)])
              side = @records.add('SURFACE_SIDE_STYLE', '', [@records.add('SURFACE_STYLE_FILL_AREA', fill)])
              h[rgb] = @records.add('PRESENTATION_STYLE_ASSIGNMENT', [@records.add('SURFACE_STYLE_USAGE', :BOTH, side)])
            end
          items = @styles.map { |face, rgb| @records.add('STYLED_ITEM', '', [shades[rgb]], face) }
          @records.add('MECHANICAL_DESIGN_GEOMETRIC_PRESENTATION_REPRESENTATION', '', items, @context)
        end
      end
    end
  end
end

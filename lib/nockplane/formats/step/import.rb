# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # A STEP file as a Modelling::Model: one part, or an assembly whose parts are meshed once each. Faces are named by
      # a list given (lasting names from Linking::Naming), else by their record ("#12").
      class Import
        # What came in: parts ({ label => solid } where they were made), product (Products::Product), properties of the
        # model; facets: how many it has in all its places. #model: Modelling::Model, put together when it is asked for.
        class Result
          attr_reader :parts, :product, :properties, :facets

          def initialize(parts:, product:, properties:, facets:, &model)
            @parts = parts
            @product = product
            @properties = properties
            @facets = facets
            @make = model
          end

          # What a file calls a product.
          def self.name_of(product)
            [product.name, product.number].find { |n| !n.to_s.empty? } || 'Imported model'
          end

          def name = Result.name_of(product)

          # Raises Unreadable.
          def model = @model ||= @make.call
        end

        # Entities that are read or need not be: what else occurs is told in the report.
        KNOWN =
          /\A(?:
          CARTESIAN_POINT|DIRECTION|VECTOR|.*_POINT|.*EDGE.*|.*LOOP|.*BOUND|.*FACE|.*SHELL|.*SURFACE.*|.*CURVE.*|
          LINE|PLANE|CIRCLE|ELLIPSE|PARABOLA|HYPERBOLA|POLYLINE|AXIS[12]_PLACEMENT.*|.*BREP.*|PRODUCT.*|
          .*CONTEXT.*|APPLICATION_.*|.*REPRESENTATION.*|.*UNIT.*|.*MEASURE.*|DIMENSIONAL_.*|NEXT_ASSEMBLY.*|
          ITEM_DEFINED.*|CARTESIAN_TRANSFORMATION.*|MAPPED_ITEM|STYLED_ITEM|OVER_RIDING.*|PRESENTATION_.*|FILL_.*|
          COLOUR.*|DRAUGHTING_PRE.*|PROPERTY_.*|GENERAL_PROPERTY.*|SHAPE_ASPECT.*|DATUM.*|.*TOLERANCE.*|.*_SIZE|
          .*_LOCATION|ANGULAR_.*|GEOMETRIC_ITEM.*|COMPOSITE.*|LIMITS_AND_FITS|RUNOUT_ZONE.*|VALUE_FORMAT.*|
          TYPE_QUALIFIER|COORDINATES_LIST|TESSELLATED_.*|TRIANGULATED_.*|.*DATE.*|.*TIME.*|PERSON.*|
          ORGANIZATION.*|APPROVAL.*|SECURITY.*|.*ASSIGNMENT|.*ROLE|CALENDAR.*|SIMPLE_DATUM.*|QUALIFIED.*|
          LINEAR_.*|GLOBAL_.*|DESCRIPTION_ATTRIBUTE|NAME_ATTRIBUTE|ID_ATTRIBUTE|DOCUMENT.*|LEAP.*|
          CENTRE_OF_SYMMETRY|ALL_AROUND.*|BETWEEN.*|CAMERA_.*|PLANAR_BOX|VIEW_VOLUME|INVISIBILITY|
          .*CERTIFICATION.*|DERIVED_.*|CC_DESIGN.*|PRE_DEFINED.*|CURVE_STYLE.*|POINT_STYLE.*
        )\z/x

        # For whoever does not keep what was meshed.
        ANEW = ->(&mesh) { mesh.call }

        # bytes: the file; names: { face record id => name }; refine as in Solids::Discretise; progress: called with the
        # part of the faces meshed so far, 0 to 1; kept: gives what its block gives, or gave when these very bytes were
        # read before (a value to be kept as it is: most of the time goes there); called as of Products. Raises
        # Unreadable.
        def self.read(bytes, names: {}, refine: 1, progress: nil, kept: ANEW, called: nil)
          new(bytes, names, refine, progress, kept, called).result
        end

        # [Solid] of an assembly's parts where they were made, as Modelling::Model#parts.
        def self.parts(bytes, refine: 1) = new(bytes, {}, refine, nil, ANEW, nil).parts

        def initialize(bytes, names, refine, progress, kept, called)
          @called = called
          @progress = progress
          @report = Report.new
          @file = Part21.new(bytes)
          @names = names
          @refine = refine
          @kept = kept
        end

        def parts
          @products = Products.new(@file, @report, called: @called)
          @products.occurrences.filter_map { |o| solid(o.body) }.uniq(&:object_id)
        end

        def result
          told do
            @products = Products.new(@file, @report, called: @called)
            occurrences = @products.occurrences
            @properties = Properties.new(@file)
            meshed
            strangers
            next assembled(occurrences) if @products.assembly?

            made = part(occurrences)
            found({ '' => made.solid }, made.solid.facets.size) { made }
          end
        end

        private

        # Yields; what is wrong with a file is told in words.
        def told
          yield
        rescue Unusable => e
          raise Unreadable, "the file can't be read: #{e.message}. It may be damaged; export it again."
        rescue *Report::WRONG_KINDS => e
          raise Unreadable,
                "the file can't be read: a record has parameters of the wrong kind (#{e.message[0, 80]}). It may be " \
                  'damaged; export it again.'
        rescue SystemStackError
          raise Unreadable, 'the records of the file refer to each other without end; export it again'
        end

        def found(parts, facets, &model)
          root = @products.root
          Result.new(parts: parts, product: root, properties: properties(root), facets: facets, &model)
        end

        def assembled(occurrences)
          placed = Assembled.new(@products, occurrences, method(:solid), method(:properties))
          nothing if placed.empty?
          found(placed.parts, placed.facets) do
            told { model(@products.root, placed.solid, placed.instances, placed.kinds, placed.units) }
          end
        end

        def strangers
          @report.add('statement', 'is no record and was passed over', count: @file.skipped) if @file.skipped.positive?
          @file.counts.each do |type, n|
            unless type.match?(KNOWN)
              @report.add(type, 'is not read; nothing of it is shown', "##{@file.ids(type)[0]}", count: n)
            end
          end
        end

        # { key of a body => its solid with faces called by their records, nil when nothing of it could be meshed };
        # what was wrong with them goes into the report.
        def meshed
          @meshed ||=
            @kept
              .call { mesh_all }
              .then do |solids, told|
                @report.take(told)
                solids
              end
        end

        def mesh_all
          told = Report.new
          shapes = Shapes.new(@file, told, refine: @refine, progress: @progress)
          [@products.occurrences.map(&:body).uniq(&:key).to_h { |b| [b.key, shapes.solid(b.items, b.units)] }, told]
        end

        # The solid of a body with its faces under their names; nil when nothing of it could be meshed.
        def solid(body)
          (@solids ||= {}).fetch(body.key) do
            @solids[body.key] = meshed[body.key]&.then { |solid| Modelling::OnePart.named(solid, @names) }
          end
        end

        def part(occurrences)
          solids = occurrences.filter_map { |o| solid(o.body)&.then { |s| standing(s, o.transform) } }
          nothing if solids.empty?
          model(@products.root, solids.size == 1 ? solids[0] : Solids::Mesh.compound(solids), [])
        end

        # A part on its own that was mapped to another place.
        def standing(solid, move) = move == Solids::Transform::IDENTITY ? solid : move.apply(solid) { |name| name }

        def nothing
          words = Report.words(@report.to_a).first(3).join('; ')
          raise Unreadable,
                'the file holds no solid, shell or tessellated shape that can be ' \
                  "shown#{": #{words}" unless words.empty?}. Export the model as solids (AP203, AP214 or AP242)."
        end

        def properties(product)
          {
            'number' => product.given_number,
            'name' => product.name,
            'description' => product.description,
            **product.properties
          }.reject { |_, v| v.to_s.empty? }
        end

        def model(product, solid, instances, parts = [], units = {})
          kept = Annotations.new(@file, @names, @report, solid)
          given = kept.dimensions
          Modelling::Model.new(
            solid: solid,
            values: {},
            parameters: [],
            dimensions: given,
            threads: {},
            features: [],
            warnings: warnings(parts.empty? ? [solid] : instances.map { |i| parts[i.part] }),
            properties: properties(product),
            name: Result.name_of(product),
            components: instances,
            colours: colours(solid),
            annotations: kept.tolerances.map { |t| t.to_h.except(:record) },
            layers: @properties.layers.values.tally,
            saved_views: SavedViews.new(@file, @report).all,
            measured: measured(solid),
            report: @report.to_a,
            gaps: gaps,
            parts: parts,
            units: units
          )
        end

        # Faces under their names, each once, with why they are not as the file means them.
        def gaps
          @report
            .gaps
            .map { |g| { face: g.record && (@names[g.record] || "##{g.record}"), why: g.why, stands_in: g.stands_in } }
            .uniq
        end

        # Sizes that faces offer; what is wrong with a shape must not keep it out.
        def measured(solid)
          Modelling::Measured.all(solid)
        rescue Geometry::ZeroVector => e
          @report.add('ADVANCED_FACE', "sizes can't be measured: #{e.message}")
          []
        end

        # solids: the model, or the parts of all its instances.
        def warnings(solids)
          chords = Hash.new { |h, s| h[s] = s.open_edges.size }.compare_by_identity
          open = solids.sum { |s| chords[s] }
          found = []
          if @report.gaps.any?
            one = @report.gaps.size == 1
            found << "incomplete: #{@report.gaps.size} #{one ? 'piece' : 'pieces'} of the shape could not be read " \
              "and #{one ? 'is' : 'are'} named under Import; drawings say so"
          end

          found << "the model is open along #{open} chords; its volume and mass are not right" unless open.zero?
          n = @report.to_a.size
          if n.zero?
            found
          else
            found +
              [
                "#{n} #{n == 1 ? 'kind of thing' : 'kinds of things'} in the file could not be taken over; see the " \
                  'import report'
              ]
          end
        end

        # { face name => [r, g, b] } of faces with a colour of their own or of their solid.
        def colours(solid)
          by_record = @properties.colours
          return {} if by_record.empty?

          solids = by_record.each_with_object({}) { |(id, rgb), all| faces_of(id, 0).each { |f| all[f] ||= rgb } }
          wanted = by_record.merge(solids) { |_, own, _| own }.to_h { |id, rgb| [@names[id] || "##{id}", rgb] }
          solid
            .faces
            .filter_map { |f| (name = f.names.find { |n| wanted[own(n)] }) && [f.name, wanted[own(name)]] }
            .to_h
        end

        # Without the path of an instance.
        def own(name) = name[/[^:]*\z/]

        def faces_of(id, depth)
          return [] if depth > 4 || !@file.include?(id)

          record = @file[id]
          return [] unless record.is?(*Shapes::ITEMS, 'CLOSED_SHELL', 'OPEN_SHELL')

          record
            .args
            .flatten
            .grep(Part21::Ref)
            .flat_map { |r| @file[r].is?('ADVANCED_FACE') ? [r.id] : faces_of(r.id, depth + 1) }
        rescue Unusable
          []
        end
      end
    end
  end
end

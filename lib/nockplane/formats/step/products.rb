# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # The product structure: which product definition has which shape, and where every occurrence of it stands. Both
      # usual mechanisms are read: next_assembly_usage_occurrence with context_dependent_shape_representation, and
      # mapped_item.
      class Products
        MAX_DEPTH = 24
        MAX_INSTANCES = 5000

        # A product: definition id, number (product id), name, description, properties.
        Product =
          Struct.new(:id, :number, :name, :description, :properties) do
            # The number that it is known by; '' where the exporting program only counted.
            def given_number = Placeholders.number(number, name)
          end
        # Geometry used once or often: key, items (records), units.
        Body = Struct.new(:key, :items, :units)
        # An occurrence: path of names, Product, Body, Solids::Transform.
        Occurrence = Struct.new(:path, :product, :body, :transform)

        # What occurrences are called by (ImportReference#called): by their products where the program only counted
        # them; nil: by whatever it wrote, as files were read before.
        BY_PRODUCT = 'product'

        # called: BY_PRODUCT or nil.
        def initialize(file, report, called: nil)
          @called = called
          @file = file
          @report = report
          @bodies = {}
          index
        end

        # [Occurrence] of everything that has a shape, in the order of the tree.
        def occurrences = @occurrences ||= walked

        # { path of names => Product } of what has others standing in it, the roots aside.
        def sub_assemblies
          occurrences
          @sub_assemblies || {}
        end

        # The product of the file as a whole: the first root.
        def root = product(roots.first)

        # Is there more to it than one part standing where it was made?
        def assembly? = @children.values.any?(&:any?) || occurrences.size > 1

        def product(id)
          (@products ||= {})[id] ||= begin
            record = id && @file.at(@definitions[id])
            if record
              Product.new(id, text(record[0]), text(record[1]), text(record[2]), @properties[id] || {})
            else
              Product.new(nil, '', '', '', {})
            end
          end
        end

        private

        # Definitions that stand in no other; of a circle (told when it is walked) the first.
        def roots
          @roots ||=
            (@definitions.keys - @children.values.flatten(1).map { |u| u[1] }).then do |ids|
              ids.empty? ? @definitions.keys.first(1) : ids
            end
        end

        def walked
          @found = []
          @sub_assemblies = {}
          roots.each { |id| walk(id, roots.size > 1 ? [label(id)] : [], Placing::HERE, []) }
          @found.empty? ? loose : @found
        end

        def text(value) = value.is_a?(String) ? value.strip : ''
        def label(id) = product(id).name.then { |n| n.empty? ? product(id).number : n }

        # Everything that is looked up by what it refers to.
        def index
          formations = each(*PDF).to_h { |r| [r.id, r.args(leaf(r, PDF))[2]] }
          @definitions = each(*PD).to_h { |r| [r.id, formations[r.args(leaf(r, PD))[2]&.id]] }.compact
          @shapes = each('PRODUCT_DEFINITION_SHAPE').to_h { |r| [r.id, r[2]&.id] }
          @representations = Hash.new { |h, k| h[k] = [] }
          each('SHAPE_DEFINITION_REPRESENTATION').each do |r|
            (pd = @shapes[r[0]&.id]) && @representations[pd] << r[1].id
          end
          @children = Hash.new { |h, k| h[k] = [] }
          each('NEXT_ASSEMBLY_USAGE_OCCURRENCE').each do |r|
            @children[r[3].id] << [r.id, r[4].id, text(r[1]), text(r[0])]
          end
          @related = Hash.new { |h, k| h[k] = [] }
          relations
          @properties = Properties.new(@file).by_definition(@shapes)
        end

        PDF = %w[PRODUCT_DEFINITION_FORMATION PRODUCT_DEFINITION_FORMATION_WITH_SPECIFIED_SOURCE].freeze
        PD = %w[PRODUCT_DEFINITION PRODUCT_DEFINITION_WITH_ASSOCIATED_DOCUMENTS].freeze

        def leaf(record, names) = names.find { |n| record.is?(n) }

        def each(*types)
          @file.readable(*types) { |id, e| @report.add('record', "a record is broken: #{e.message}", "##{id}") }
        end

        # Plain relations join representations; those with a transformation place occurrences.
        def relations
          @placed = {}
          each('SHAPE_REPRESENTATION_RELATIONSHIP', 'REPRESENTATION_RELATIONSHIP').each do |r|
            next if r.is?('REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION')

            a, b = r.args.last(2).map { |x| x.is_a?(Part21::Ref) ? x.id : nil }
            next unless a && b

            @related[a] << b
            @related[b] << a
          end
          each('CONTEXT_DEPENDENT_SHAPE_REPRESENTATION').each do |r|
            (nauo = @shapes[r[1]&.id]) && @placed[nauo] = r[0].id
          end
        end

        # All representations of a definition: its own and those plainly related to them.
        def reps(id)
          found = []
          queue = @representations[id].dup
          while (r = queue.shift)
            next if found.include?(r)

            found << r
            queue.concat(@related[r]) if found.size < 500
          end
          found
        end

        def walk(id, path, place, above)
          if above.include?(id) || above.size > MAX_DEPTH
            raise Unreadable,
                  "the product structure refers to itself (#{label(id)}) or is more than #{MAX_DEPTH} deep; export " \
                    'it again'
          end

          @sub_assemblies[path.join(':')] = product(id) if path.any? && @children[id].any?
          reps(id).each { |rep| represent(rep, product(id), path, place, []) }
          names = Hash.new(0)
          words = @children[id].map { |_, child, name, code| word(child, name, code) }
          times = words.tally
          @children[id].zip(words) do |(usage, child), word|
            k = names[word] += 1
            step = times[word] > 1 ? "#{clean(word)}[#{k}]" : clean(word)
            here = placing.of_usage(@placed[usage], reps(child), place.scale)
            walk(child, path + [step], place.after(here), above + [id])
          end
        rescue Unusable, *Report::WRONG_KINDS => e
          @report.gap('PRODUCT_DEFINITION', "a part is missing from the picture: #{e.message}", label(id))
        end

        # What an occurrence of a product is called.
        def word(child, name, code)
          product = label(child)
          given = [name, code, product]
          if @called == BY_PRODUCT
            said = [name, Placeholders.name?(product) ? '' : product, code]
            given = said.reject { |w| Placeholders.occurrence?(w) } + given
          end
          given.find { |w| !w.empty? } || 'part'
        end

        def clean(word) = word.tr(':~/[]', '-----')[0, 80]

        # The bodies of a representation, and those mapped into it. place: Placing::Place.
        def represent(rep, product, path, place, above)
          record = @file[rep]
          raise Unusable, "#{record}: representations map each other" if above.include?(rep) || above.size > MAX_DEPTH

          items = Array(record.args[1]).grep(Part21::Ref).map { |r| @file[r] }
          add(rep, record, items, product, path, place) if items.any? { |i| i.is?(*Shapes::ITEMS) }
          items
            .select { |i| i.is?('MAPPED_ITEM') }
            .each_with_index do |item, k|
              map = @file[item[1]]
              here = placing.of_item(item, map, record, place.scale)
              represent(map[1].id, product, path + [mapped_name(item, k)], place.after(here), above + [rep])
            end
        end

        def mapped_name(item, k) = clean(text(item[0]).then { |n| n.empty? ? 'item' : n }) + "[#{k + 1}]"
        def placing = @placing ||= Placing.new(@file, method(:units), @report)

        def add(rep, record, items, product, path, place)
          if @found.size >= MAX_INSTANCES
            raise Unreadable, "the assembly has more than #{MAX_INSTANCES} occurrences; export a part of it"
          end

          key = [rep, place.scale.round(12)]
          @found << Occurrence.new(
            path.join(':'),
            product,
            @bodies[key] ||= Body.new(key, items, units(record).scaled(place.scale)),
            place.transform
          )
        end

        def units(record)
          ref = record.args[-1]
          (@units ||= {})[ref.is_a?(Part21::Ref) ? ref.id : nil] ||= Units.new(@file, @file.at(ref), @report)
        end

        # Bodies of a file without products.
        def loose
          each(
            *@file.counts.keys.select { |t| t.end_with?('REPRESENTATION') && t != 'DEFINITIONAL_REPRESENTATION' }
          ).filter_map do |record|
            items = Array(record.args[1]).grep(Part21::Ref).filter_map { |r| @file[r] if @file.include?(r.id) }
            next unless items.any? { |i| i.is?(*Shapes::ITEMS) }

            Occurrence.new(
              '',
              product(nil),
              @bodies[record.id] ||= Body.new(record.id, items, units(record)),
              Placing::HERE.transform
            )
          end
        end
      end
    end
  end
end

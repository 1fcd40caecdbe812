# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # The semantic annotations of AP242 (standards.md 11.2): sizes and locations with their tolerances, datums and
      # geometric tolerances, tied to faces by geometric_item_specific_usage.
      class Annotations
        # A geometric tolerance: kind in the words of its entity (:position, ...), value mm, zone ('⌀', 'S⌀' or ''),
        # modifiers [Symbol], datums [[letter, [modifier, ...]], ...] in order, faces (names), record: its number.
        Tolerance = Struct.new(:id, :kind, :value, :zone, :modifiers, :datums, :faces, :record, keyword_init: true)
        # A datum feature: letter and faces.
        Datum = Struct.new(:letter, :faces)

        KINDS = %w[
          ANGULARITY
          CIRCULAR_RUNOUT
          COAXIALITY
          CONCENTRICITY
          CYLINDRICITY
          FLATNESS
          LINE_PROFILE
          PARALLELISM
          PERPENDICULARITY
          POSITION
          ROUNDNESS
          STRAIGHTNESS
          SURFACE_PROFILE
          SYMMETRY
          TOTAL_RUNOUT
        ].freeze
        ASPECTS = 12

        def initialize(file, names, report, solid)
          @file = file
          @names = names
          @report = report
          @known = solid.faces.flat_map { |f| f.names.map { |name| [name, f] } }.to_h
          @solid = solid
          gather
        end

        # [ModelDimension] of sizes and locations whose faces are known.
        def dimensions
          @dimensions ||= apart((sizes + locations + frames + datum_dimensions).compact)
        end

        # Each under an id of its own: what says the same once more is left out, what says something else is numbered.
        def apart(list)
          list
            .group_by(&:id)
            .values
            .flat_map do |same|
              distinct = same.uniq { |d| [d.prefix, d.tolerance, d.value, d.faces] }
              distinct.each_with_index.map { |d, i| i.zero? ? d : d.dup.tap { |other| other.id = "#{d.id} #{i + 1}" } }
            end
        end

        # [Tolerance]
        def tolerances
          @tolerances ||=
            each(*KINDS.map { |k| "#{k}_TOLERANCE" }, 'GEOMETRIC_TOLERANCE')
              .uniq(&:id)
              .filter_map { |r| tolerance(r)&.tap { |t| t.record = r.id } }
        end

        # [Datum]
        def datums
          @datums ||=
            each('DATUM')
              .filter_map do |r|
                faces =
                  @aspects
                    .select { |id, partners| partners.include?(r.id) && @file[id].is?('DATUM_FEATURE') }
                    .keys
                    .flat_map { |id| faces(id) }
                faces = faces(r.id) if faces.empty?
                Datum.new(r.args('DATUM')[-1].to_s, faces.uniq) unless faces.empty?
              end
              .uniq(&:letter)
              .sort_by(&:letter)
        end

        private

        def each(*types) = @file.readable(*types)
        def index = @index ||= Solids::Indexed.of(@solid)

        # Faces by shape aspect, aspects by what they are related to, values by dimension.
        def gather
          @faces = Hash.new { |h, k| h[k] = [] }
          each('GEOMETRIC_ITEM_SPECIFIC_USAGE', 'ITEM_IDENTIFIED_REPRESENTATION_USAGE').each do |r|
            aspect, item = r.args[2], r.args[4]
            Array(item).each do |i|
              aspect.is_a?(Part21::Ref) && i.is_a?(Part21::Ref) && @faces[aspect.id] << (@names[i.id] || "##{i.id}")
            end
          end
          @aspects = Hash.new { |h, k| h[k] = [] }
          each('SHAPE_ASPECT_RELATIONSHIP').each do |r|
            r[2].is_a?(Part21::Ref) && r[3].is_a?(Part21::Ref) && @aspects[r[2].id] << r[3].id
          end
          @measures = Measures.new(@file)
        end

        # Names of the faces of an aspect and of those it is composed of, as far as the model has them.
        def faces(id, depth = 0)
          return [] if depth > ASPECTS

          own = @faces[id].filter_map { |n| full(n) }.map { |n| @known[n].name }
          own.empty? ? @aspects[id].flat_map { |a| faces(a, depth + 1) }.uniq : own.uniq
        end

        # In an assembly faces stand behind the path of their occurrence: the first one is taken.
        def full(name) = @known.key?(name) ? name : @known.each_key.find { |n| n.end_with?(":#{name}") }

        def sizes
          each('DIMENSIONAL_SIZE', 'ANGULAR_SIZE').map do |r|
            made(r) do
              aspect, name = r.args
              faces = faces(aspect.id)
              value = @measures.nominal(r) or next
              NamedSize.new(index, @known).of(faces, value, name.to_s)
            end
          end
        end

        def locations
          each('DIMENSIONAL_LOCATION', 'DIRECTED_DIMENSIONAL_LOCATION', 'ANGULAR_LOCATION').map do |r|
            made(r) do
              from, to = r.args[2, 2].map { |a| faces(a.id) }
              value = @measures.nominal(r) or next
              apart_by(from.first, to.first, value, r.is?('ANGULAR_LOCATION')) if from.any? && to.any?
            end
          end
        end

        def apart_by(from, to, value, angle)
          return Modelling::Measured.distance(index, @known[from], @known[to], value) unless angle

          Modelling::MeasuredEdges.find(index, "#{Modelling::MeasuredEdges::LEAN}#{from}|#{to}")
        end

        # A dimension named after its record's place among its kind, with its tolerance; told when it has no faces or
        # value.
        def made(record)
          found = yield
          if found.nil?
            @report.add(record.type, 'a dimension has no value, or no face that it could be shown at', "##{record.id}")
            return nil
          end
          found.dup.tap do |d|
            d.id = "given.#{d.kind}.#{d.faces.first(2).join('.')}"
            d.tolerance = @measures.tolerance(record)
          end
        rescue Unusable, NoMethodError, TypeError => e
          @report.add(record.type, "a dimension can't be read: #{e.message[0, 80]}", "##{record.id}")
          nil
        end

        def tolerance(record)
          kind = KINDS.find { |k| record.is?("#{k}_TOLERANCE") } or return nil
          base = record.leaves['GEOMETRIC_TOLERANCE'] || record.args
          value = Units.measure(@file, @file[base[2]])
          faces = faces(base[3].id)
          if faces.empty?
            @report.add(record.type, 'a geometric tolerance has no face that it could be shown at', "##{record.id}")
            return nil
          end
          systems =
            record.leaves['GEOMETRIC_TOLERANCE_WITH_DATUM_REFERENCE']&.first ||
              (record.leaves.size == 1 ? record.args[4] : nil)
          Tolerance.new(
            id: "given.#{kind.downcase}.#{faces.first}",
            kind: kind.downcase.to_sym,
            value: value,
            zone: zone(record.id),
            faces: faces,
            modifiers: modifiers(record.leaves['GEOMETRIC_TOLERANCE_WITH_MODIFIERS']&.first),
            datums: references(systems)
          )
        rescue Unusable, NoMethodError, TypeError => e
          @report.add(record.type, "a geometric tolerance can't be read: #{e.message[0, 80]}", "##{record.id}")
          nil
        end

        def modifiers(list) = Array(list).filter_map { |m| m.is_a?(Symbol) ? m.to_s.downcase.to_sym : nil }

        # '⌀' for a cylindrical or circular zone.
        def zone(id)
          @zones ||=
            each('TOLERANCE_ZONE').each_with_object({}) do |r, all|
              Array(r[4]).grep(Part21::Ref).each { |t| all[t.id] = @file.at(r[5])&.args&.first.to_s }
            end
          name = @zones[id].to_s
          name.include?('spherical') ? 'S⌀' : (name.match?(/cylindrical|circular/) ? '⌀' : '')
        end

        # [[letter, modifiers], ...] of the datum systems.
        def references(systems)
          Array(systems)
            .grep(Part21::Ref)
            .flat_map do |ref|
              record = @file[ref]
              next [[letter(record), []]] unless record.is?('DATUM_SYSTEM')

              Array(record[4])
                .grep(Part21::Ref)
                .map do |c|
                  args = @file[c].args
                  [
                    based_on(args[4]),
                    Array(args[5]).filter_map do |m|
                      (m.is_a?(Part21::Typed) ? m.value : m).then { |v| v.is_a?(Symbol) ? v.to_s.downcase.to_sym : nil }
                    end
                  ]
                end
            end
        end

        # Letters of what a compartment goes by: a datum, or a list of those that are one together.
        def based_on(base)
          return letter(@file[base]) unless base.is_a?(Part21::Typed)

          Array(base.value).flatten.grep(Part21::Ref).map { |r| letter(@file[r]) }.join('-')
        end

        def letter(record)
          return record.args('DATUM')[-1].to_s if record.is?('DATUM')
          if record.is?('DATUM_REFERENCE_ELEMENT', 'COMMON_DATUM_LIST')
            return (
              record.args.last(2).then { |a| Array(a).flatten.grep(Part21::Ref).map { |r| letter(@file[r]) }.join('-') }
            )
          end

          inner = record.args.grep(Part21::Ref).map { |r| @file[r] }.find { |r| r.is?('DATUM') }
          inner ? letter(inner) : '?'
        end

        # Geometric tolerances as frames that a drawing can adopt.
        def frames
          lower = composites
          tolerances
            .reject { |t| lower.value?(t.record) }
            .map do |t|
              second = tolerances.find { |other| other.record == lower[t.record] }
              Modelling::Measured.frame(
                index,
                t.faces.map { |n| @known[n] },
                id: t.id,
                kind: :tolerance_frame,
                value: t.value,
                words: [t, second].compact.map { |row| FrameWords.of(row) }.join(Tolerancing::Frame::ROWS)
              )
            end
        end

        # { record of an upper row => record of the lower one } of composite frames.
        def composites
          found = each('GEOMETRIC_TOLERANCE_RELATIONSHIP').select { |r| r[0].to_s.match?(/composite/i) }
          found.to_h { |r| [r[2]&.id, r[3]&.id] }
        rescue Unusable, NoMethodError, TypeError
          {}
        end

        def datum_dimensions
          datums.map do |d|
            Modelling::Measured.frame(
              index,
              d.faces.map { |n| @known[n] },
              id: "given.datum.#{d.letter}",
              kind: :datum,
              value: 0.0,
              words: d.letter
            )
          end
        end
      end
    end
  end
end

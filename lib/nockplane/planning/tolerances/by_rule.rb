# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # A tolerance plan made by rule: datums; then either sizes with tolerances for everything (plus/minus), or sizes
      # of what has a size, positions of what has an axis, a profile for the rest, and the theoretically exact
      # dimensions that those go by (geometric). A frame is made only for what sizes leave open, so nothing is said
      # twice.
      class ByRule
        # plan: Modelling::TolerancePlan; datums: [Datums::Datum]; told: sentences about what could not be said.
        Made = Struct.new(:plan, :datums, :told)
        # Kinds of what is missing that are sizes of a feature by itself.
        OWN = %i[radius chamfer rim depth].freeze
        DIAMETERS = %i[diameter turned_diameter].freeze
        # Rounds of looking again after what was found stands.
        TURNS = 4

        # model: Modelling::Model of a part, without a plan; picked: { letter => face }; only: kinds of features
        # (FaceKinds::ALL), nil for all; sides: of a sheet. Raises Refused.
        def self.of(model, **wish) = new(model, **wish).made

        # A plan with its theoretically exact dimensions made anew, by the frames that it has now.
        def self.with_basics(model, plan, sides: [])
          picked = plan.datums.to_h { |d| [d.letter, d.faces] }
          new(model, character: plan.character, way: plan.way, picked: picked, sides: sides, plan: plan).basics_anew
        end

        def initialize(model, character:, way:, picked: {}, only: nil, defaults: Defaults.new, sides: [], plan: nil)
          buildable(model)
          @model = model
          @character = character
          @way = way
          @only = only
          @defaults = defaults
          @ground = Definition::Ground.new(model.solid, sides)
          @part = Part.new(model, @ground.shape)
          @index = Solids::Indexed.of(model.solid)
          @zones = Zones.new(@part, defaults)
          @datums = Datums.new(@part, character, picked).all
          @plan = plan
          @statements = plan ? plan.statements.reject { |s| made_exact?(s) } : []
          @told = []
        end

        def made
          geometric? ? by_frames : by_sizes
          prune
          Made.new(plan(chosen), @datums, @told.uniq)
        end

        # Modelling::TolerancePlan
        def basics_anew
          @model.dimensions.each do |d|
            next unless Drawings::Annotations.all[d.kind.to_s]&.says && place?(d)

            size(d, exact) if d.tolerance.nil? && d.prefix.nil? && !measured.include?(d.id)
          end
          basics
          prune
          @plan.with(@statements)
        end

        private

        def made_exact?(statement) = statement.is_a?(Modelling::Planned::Size) && statement.exact?

        def geometric? = @way == 'geometric'

        def buildable(model)
          raise Refused, 'an assembly has no tolerance plan of its own; plan its parts' if model.assembly?
          raise Refused, 'the model has no faces' if model.solid.facets.empty?

          open = model.solid.open_edges.size
          return if open.zero? || model.incomplete?

          raise Refused,
                "the model is open along #{open} chords: it is a shell, no solid, and no place of it can be told"
        end

        def by_sizes
          own_sizes { |d| tolerance_of(d) }
          circles { |d| @zones.of_size(d) }
          complete(nil, frames: true, exact: false) { |d| @zones.of_size(d) }
        end

        def by_frames
          own_sizes { |d| place?(d) ? exact : tolerance_of(d) }
          @statements.concat(DatumFrames.new(@part, @datums, @zones, sizes).statements { |letter| id(letter) })
          complete(OWN, frames: true, exact: false) { |d| @zones.of_size(d) }
          depths
          positions
          profiles
          complete(OWN, frames: true, exact: false) { |d| @zones.of_size(d) }
          basics if @defaults.basics
        end

        def exact = @defaults.basics ? Tolerancing::Tolerance::EXACT : nil

        # Sizes that the model has and no tolerance for.
        def own_sizes
          twice = report.twice.map(&:saying)
          @model.dimensions.each do |d|
            next unless Drawings::Annotations.all[d.kind.to_s]&.says
            next if d.tolerance || d.prefix || twice.include?(d.id)

            given = yield(d)
            size(d, given) if given
          end
        end

        def tolerance_of(dimension) = @zones.of_size(dimension)

        # Does it say where something is, not how large? (In the geometric way that is exact.)
        def place?(dimension)
          return cone?(dimension) == false if dimension.unit == 'deg'

          %i[level pitch_circle].include?(Drawings::Annotations.of(dimension).says) && !deep?(dimension)
        end

        def cone?(dimension) = dimension.faces.any? { |n| @part.shape.facts[n]&.kind == :cone }
        # The depth of a blind hole is a size of it.
        def deep?(dimension) = dimension.kind == :depth || dimension.faces.any? { |n| @part.floors.key?(n) }

        # What is missing, of the kinds asked for (nil: all), as sizes measured, each with the tolerance that the block
        # gives.
        def complete(kinds, frames:, exact:, &tolerance)
          TURNS.times do
            missing = report(frames: frames, exact: exact).missing
            missing = missing.select { |m| kinds.include?(m.kind) || own_angle?(m) } if kinds
            wanted = Linking::Wanted.new(@model, measured)
            found = missing.map { |m| [m, wanted.dimension(m)] }
            fresh = found.map(&:last).compact.uniq(&:id).reject { |d| measured.include?(d.id) }
            return tell(found) if fresh.empty?

            fresh.each { |d| size(d, tolerance.call(d)) }
          end
        end

        def own_angle?(missing) = missing.kind == :angle && @part.shape.facts[missing.faces[0]]&.kind == :cone

        def tell(found)
          # (A free surface is as the model has it.)
          lost = found.reject { |m, _| geometric? && m.kind == :shape }
          @told.concat(lost.map { |m, _| "#{m.kind} of #{m.faces.first(2).join(' and ')} can't be said as a size" })
        end

        def measured = @statements.grep(Modelling::Planned::Size).map(&:of)

        # Circles that holes stand on evenly.
        def circles
          open = report(exact: true).status
          groups = Modelling::Measured.equal(@index)
          found = groups.map { |g| [g, Modelling::Measured.pitch(@index, g)] }.select(&:last)
          found.each do |group, circle|
            next if group.none? { |f| open[f.name]&.last == :missing } || measured.include?(circle.id)

            size(circle, yield(circle))
            open = report(exact: true).status
          end
        end

        # Depths of blind holes from the flat face that they go into.
        def depths
          open = report.status
          @part.floors.each do |floor, mouth|
            next unless open[floor]&.last == :missing

            depth = @model.dimension("#{Modelling::Measured::DISTANCE}#{mouth}|#{floor}") or next
            size(depth, @zones.of_size(depth))
            open = report.status
          end
        end

        def positions
          @statements.concat(
            Positions.new(@part, @datums, @zones, @character).statements(placeless, sizes) { |letter| id(letter) }
          )
        end

        # Round faces whose place is open.
        def placeless = unheld(@part.rounds.flat_map(&:faces), :place)

        def unheld(names, pins)
          Linking::Coverage.open(woven, @ground, names, datums: @datums.map(&:faces), pins: pins)
        end

        # { face => text of the tolerance of its diameter }
        def sizes
          dimensions = woven.dimensions.select { |d| DIAMETERS.include?(d.kind) && d.tolerance && !exact?(d) }
          dimensions.flat_map { |d| d.faces.map { |n| [n, d.tolerance] } }.to_h
        end

        def exact?(dimension) = Tolerancing::Tolerance.exact?(dimension.tolerance)

        # What is left, by what it is, one kind after another, since much follows from what was said before.
        def profiles
          kinds = face_kinds
          others
            .group_by { |n| kinds.of(n) }
            .sort_by { |kind, _| FaceKinds::ALL.index(kind) }
            .each do |_, names|
              faces = unheld(names, :surface)
              profile(faces) if faces.any?
            end
        end

        # (Whole round faces have sizes and positions; what a drill leaves is no face to be held.)
        def others
          round = @part.rounds.flat_map(&:faces)
          tips = @part.shape.facts.each_value.select(&:tipped?).map(&:name)
          @part.shape.facts.keys.sort - @datums.flat_map(&:faces) - round - tips
        end

        # A profile holds sizes, too: those said of its faces become exact, for all faces that they are said of.
        def profile(faces)
          sizes = own_sizes_of(faces)
          all = faces | sizes.flat_map { |s| alike(s.faces, faces) }
          @statements -= sizes
          @statements.concat(sizes.map { |s| s.with('tolerance' => exact) }) if exact
          words = ['⌓', Modelling::Fault.mm(@zones.profile), *@datums.map(&:letter)].join('|')
          @statements << frame(words, all.sort)
        end

        # Statements of sizes that faces have by themselves (a distance from one to another stays).
        def own_sizes_of(faces)
          found = @statements.grep(Modelling::Planned::Size).select { |s| !s.exact? && (s.faces & faces).any? }
          model = woven
          found.reject do |s|
            dimension = model.dimension(s.about || s.key)
            dimension && Drawings::Annotations.of(dimension).says == :level
          end
        end

        # Of the faces that a size stands on those of the kind that it is the size of.
        def alike(names, faces)
          kinds = (names & faces).map { |n| @part.shape.facts[n].kind }
          names.select { |n| kinds.include?(@part.shape.facts[n]&.kind) }
        end

        # Sizes that others turned out to say.
        def prune
          own = ->(twice) { twice.map(&:saying).select { |key| key.start_with?(Modelling::Planned::PREFIX) } }
          while (double = own[report.twice].last)
            @statements.reject! { |s| s.key == double }
          end
        end

        def basics
          circles { |_| Tolerancing::Tolerance::EXACT }
          complete(nil, frames: false, exact: true) { |_| Tolerancing::Tolerance::EXACT }
        end

        def size(dimension, tolerance)
          @statements << Modelling::Planned::Size.new(
            {
              'id' => id(Tolerancing::Tolerance.exact?(tolerance) ? 'b' : 's'),
              'of' => dimension.id,
              'tolerance' => tolerance,
              'faces' => standing(dimension.faces).first(Modelling::Planned::Statement::MOST_FACES)
            }
          )
        end

        # Of the faces that a size names those that are there (what goes right through has no floor).
        def standing(names)
          there = names.reject { |n| @index.standing(n).empty? }
          there.empty? ? names : there
        end

        def frame(words, faces)
          Modelling::Planned::Frame.new({ 'id' => id('g'), 'words' => words, 'faces' => faces })
        end

        def id(letter)
          taken = (@statements + (@plan ? @plan.statements : [])).map(&:id)
          @numbers ||= Hash.new(0)
          @numbers[letter] += 1
          @numbers[letter] += 1 while taken.include?("#{letter}#{@numbers[letter]}")
          "#{letter}#{@numbers[letter]}"
        end

        def report(frames: true, exact: false)
          Linking::Coverage.report(woven, @ground, frames: frames, exact: exact, bases: @datums.flat_map(&:faces))
        end

        def woven = Modelling::Planned::Weaving.new(@model, plan(@statements), @index).woven

        def plan(statements)
          Modelling::TolerancePlan.new('character' => @character, 'way' => @way, 'statements' => statements.map(&:to_h))
        end

        # Datums and what is said of them, and of the rest what is asked for.
        def chosen
          return @statements unless @only

          kinds = face_kinds
          own = @datums.flat_map(&:faces)
          @statements.filter_map do |s|
            next s if s.is_a?(Modelling::Planned::Datum) || (s.faces - own).empty?

            faces = s.faces.select { |n| @only.include?(kinds.of(n)) }
            next if faces.empty?

            s.is_a?(Modelling::Planned::Frame) ? s.with('faces' => faces) : s
          end
        end

        def face_kinds
          chamfers = woven.dimensions.select { |d| d.kind == :chamfer }.flat_map(&:faces)
          first = @part.shape.facts[@datums[0].faces[0]].surface.axis
          FaceKinds.new(@part, first, chamfers)
        end
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # The datums of a part: proposed (of a prismatic one the largest flat faces at its ends, square to one another; of
      # a turned one its longest round face and the shoulder it stands against), or picked; checked by the freedom that
      # each takes away (ISO 5459, standards.md 10.4).
      class Datums
        # letter; feature: Part::Round or Part::Flat, or names of other faces; faces: names.
        Datum = Struct.new(:letter, :feature, :faces)
        LETTERS = %w[A B C].freeze

        # part: Part; character: "prismatic" or "turned"; picked: { letter => face or faces }.
        def initialize(part, character, picked = {})
          @part = part
          @character = character
          @picked = picked.transform_values { |f| Array(f) }
        end

        # [Datum], two or three. Raises Refused.
        def all
          @all ||=
            begin
              chosen = @picked.map { |letter, faces| taken(letter, faces) }
              check(chosen)
              found = completed(chosen)
              free(found, chosen)
              found
            end
        end

        private

        def taken(letter, faces)
          faces = faces.flat_map { |n| @part.standing(n).then { |found| found.empty? ? [n] : found } }
          unknown = faces.reject { |n| @part.shape.facts.key?(n) }
          raise Refused, "datum #{letter}: the part has no face '#{unknown[0]}'#{near(unknown[0])}" if unknown.any?

          kinds = faces.map { |n| @part.shape.facts[n].kind }.uniq
          unless %i[plane cylinder cone sphere torus].include?(kinds[0])
            raise Refused, "datum #{letter}: '#{faces[0]}' is a free surface; a datum is flat, round or a ball"
          end

          feature = @part.feature(faces[0])
          Datum.new(letter, feature, faces.size == 1 && feature ? feature.faces : faces)
        end

        # Names most like one that there is not.
        def near(name)
          words = name.to_s.split(%r{[/~\[\]]}).reject(&:empty?)
          like = @part.shape.facts.keys.max_by(4) { |n| words.count { |w| n.include?(w) } }
          "; it has #{like.join(', ')}#{' ...' if @part.shape.facts.size > like.size}"
        end

        # Each datum picked must take away freedom that those before it left.
        def check(chosen)
          taken = Tolerancing::DatumSystem.removed(*chosen.map { |d| rows(d.faces[0]) })
          useless = taken.index(0) or return
          before = chosen.first(useless).map(&:letter).join(' and ')
          raise Refused,
                "datum #{chosen[useless].letter} takes no freedom away that #{before} leaves: '" \
                  "#{chosen[useless].faces[0]}' lies parallel to it or on its axis. Pick a face square to it, or " \
                  'one off it.'
        end

        # With what is proposed for the rest, until nothing is left that matters.
        def completed(chosen)
          chosen = [*chosen]
          proposals.each do |feature|
            break if chosen.size >= LETTERS.size || fixed?(chosen)
            if Tolerancing::DatumSystem.removed(*(chosen.map(&:faces) << feature.faces).map { |f| rows(f[0]) })[
                 -1
               ].zero?
              next
            end

            chosen << Datum.new(next_letter(chosen), (feature unless feature.area.nil?), feature.faces)
          end
          raise Refused, 'no face of this part can be its first datum; pick flat or round faces' if chosen.empty?

          chosen
        end

        def next_letter(chosen) = Tolerancing::Frame.next_letter(chosen.map(&:letter))

        # Is the part held against all that would tell?
        def fixed?(chosen)
          taken = Tolerancing::DatumSystem.removed(*chosen.map { |d| rows(d.faces[0]) }).sum
          taken == 6 || (taken == 5 && round_about?(chosen))
        end

        # Is the part alike all round the axis of a datum?
        def round_about?(chosen)
          line = chosen.filter_map { |d| @part.shape.axis(d.faces[0]) }.first
          line && !@part.clocked?(line)
        end

        # Datums that a person picked all by themselves must hold the part.
        def free(found, chosen)
          return if chosen.size < LETTERS.size || fixed?(found)

          raise Refused,
                "datums #{found.map(&:letter).join(', ')} leave the part free; pick faces that hold it against being " \
                  'moved and turned, such as three flat faces square to one another'
        end

        def proposals = @character == 'turned' ? turned : prismatic

        # Flat faces at the ends of the part, square to those before, or nearly so where walls have draft; round ones
        # where flats do not suffice.
        def prismatic
          flats = @part.flats.select { |f| @part.outermost?(f) }
          flats = @part.flats if flats.empty?
          first = picked_normals.empty? ? flats.first : nil
          normals = picked_normals + [first&.normal].compact
          square = squared(flats, normals, Part::SQUARE)
          leaning = square.size + normals.size < LETTERS.size ? squared(flats, normals, DRAFT) : []
          [first, *square, *across(normals), *leaning, *any_turned].compact
        end

        # Sine of the angle that a drafted wall may lean.
        DRAFT = 0.18

        # Those square to the normals and to one another, largest first.
        def squared(flats, normals, slack)
          flats.each_with_object([]) do |flat, found|
            others = normals + found.map(&:normal)
            found << flat if others.all? { |n| Geometry::Vec.dot(n, flat.normal).abs < slack }
          end
        end

        # The largest face with an axis, of a part without flat and whole round ones.
        def any_turned
          return [] if @part.flats.any? || @part.rounds.any?

          @part.main_line ? any_turned_about(@part.main_line) : []
        end

        def picked_normals
          @picked.values.filter_map do |faces|
            fact = @part.shape.facts[faces[0]]
            fact.surface.axis if fact&.kind == :plane
          end
        end

        # Round faces whose axis is square to the first flat, largest first; all where there is none.
        def across(normals)
          rounds = @part.rounds
          if normals.empty?
            rounds
          else
            rounds.select { |r| Geometry::Vec.parallel?(@part.axis(r), normals[0], Part::SQUARE) }
          end
        end

        def turned
          line = @part.main_line or raise Refused, 'nothing of this part is turned; plan it as prismatic'

          own = @part.rounds.select { |r| r.line.equal?(line) }
          return any_turned_about(line) if own.empty?

          longest = own.max_by { |r| [r.length.round(3), r.concave ? 0 : 1, r.area.round(3)] }
          axis = @part.axis(longest)
          ends = @part.flats.select { |f| Geometry::Vec.parallel?(f.normal, axis, Part::SQUARE) }
          shoulder = ends.max_by { |f| [@part.outermost?(f) ? 1 : 0, f.area.round(3)] }
          [longest, shoulder, *clocking(line, axis)].compact
        end

        # The largest face about an axis that no whole cylinder lies about.
        def any_turned_about(line)
          faces = @part.shape.facts.values.select { |f| @part.shape.axis(f.name).equal?(line) }
          [Part::Flat.new(faces: [faces.max_by { |f| [f.area.round(3), f.name] }.name])]
        end

        # What tells how a turned part is turned about its axis: its largest round face off it, else a flat along it.
        def clocking(line, axis)
          return [] unless @part.clocked?(line)

          off = @part.rounds.reject { |r| r.line.equal?(line) }.first
          along = @part.flats.find { |f| Geometry::Vec.dot(f.normal, axis).abs < Part::SQUARE }
          [off, along].compact
        end

        def rows(name) = Definition::HoldingRows.rows_of(@part.shape.facts[name].surface)
      end
    end
  end
end

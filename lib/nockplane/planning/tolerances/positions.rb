# frozen_string_literal: true

module Nockplane
  module Planning
    module Tolerances
      # Positions of all that has an axis, a frame for all that are alike; run-out of what lies about the axis of a
      # turned part.
      class Positions
        def initialize(part, datums, zones, character)
          @part = part
          @datums = datums
          @zones = zones
          @character = character
        end

        # [Planned::Frame]. open: names of faces whose place is open; sizes: { face => text of its tolerance }; the
        # block gives a free id for a letter.
        def statements(open, sizes, &free)
          @open = open
          @sizes = sizes
          runs = run_outs
          [*runs, *groups.map { |rounds| position(rounds) }].map do |words, faces|
            Modelling::Planned::Frame.new({ 'id' => free.call('g'), 'words' => words, 'faces' => faces })
          end
        end

        private

        def letters = @datums.map(&:letter)
        def own_faces = @own_faces ||= @datums.flat_map(&:faces)

        # Round faces about the axis of the first datum of a turned part, beside that itself.
        def coaxial
          first = @datums[0].feature
          return [] unless @character == 'turned' && @part.round?(first)

          @part.rounds.select { |r| @part.coaxial?(r, first) && (r.faces & own_faces).empty? }
        end

        def run_outs
          faces = coaxial.flat_map(&:faces).sort
          faces.empty? ? [] : [[['↗', Modelling::Fault.mm(@zones.run_out), letters[0]].join('|'), faces]]
        end

        # Other round faces whose place is open, those on one axis together, alike ones in one group.
        def groups
          left = @part.rounds - coaxial
          lines = left.group_by(&:line).values.reject { |rounds| rounds.any? { |r| (r.faces & own_faces).any? } }
          lines = lines.select { |rounds| rounds.any? { |r| (r.faces & @open).any? } }
          alike = lines.group_by { |rounds| [rounds[0].line.direction, rounds.map { |r| like(r) }.sort_by(&:to_s)] }
          alike.values.sort_by { |list| list.flatten.map { |r| r.faces[0] }.min }
        end

        def like(round) = [round.radius.round(3), round.concave, @part.model.threads[round.faces[0]]&.name]

        # [words, faces]
        def position(lines)
          main = lines[0].min_by(&:radius)
          thread = lines[0].flat_map(&:faces).filter_map { |n| @part.model.threads[n] }.first
          zone, material = @zones.position(main, thread, @sizes[main.faces[0]], several: lines.size > 1)
          value = "⌀#{Modelling::Fault.mm(zone)}#{' Ⓜ' if material}"
          [['⌖', value, *letters].join('|'), lines.flatten.flat_map(&:faces).sort]
        end
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Words of a geometric tolerance, cell by cell behind each other with | between (ISO 1101): symbol, value with its
      # zone and modifiers, datums in order.
      module FrameWords
        SYMBOLS = {
          straightness: '⏤',
          flatness: '⏥',
          roundness: '○',
          cylindricity: '⌭',
          line_profile: '⌒',
          surface_profile: '⌓',
          parallelism: '⫽',
          perpendicularity: '⏊',
          angularity: '∠',
          position: '⌖',
          concentricity: '◎',
          coaxiality: '◎',
          symmetry: '⌯',
          circular_runout: '↗',
          total_runout: '⌰'
        }.freeze
        MODIFIERS = {
          maximum_material_requirement: 'Ⓜ',
          least_material_requirement: 'Ⓛ',
          reciprocity_requirement: 'Ⓡ',
          free_state: 'Ⓕ',
          projected: 'Ⓟ',
          tangent_plane: 'Ⓣ'
        }.freeze

        module_function

        def of(tolerance)
          value = format('%.4f', tolerance.value).sub(/\.?0+\z/, '')
          [
            SYMBOLS.fetch(tolerance.kind),
            "#{tolerance.zone}#{value}#{marks(tolerance.modifiers)}",
            *tolerance.datums.map { |letter, marks| "#{letter}#{marks(marks)}" }
          ].join('|')
        end

        def marks(modifiers) = modifiers.map { |m| MODIFIERS.fetch(m, '') }.reject(&:empty?).map { |m| " #{m}" }.join
      end
    end
  end
end

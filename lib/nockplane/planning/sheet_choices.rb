# frozen_string_literal: true

module Nockplane
  module Planning
    # What a sheet run is to put on its sheets, for all of its rows. Plain data: kept by name, sent as JSON.
    #
    # scale: "fit" (the largest preferred one that fits), "template", or a factor; projection: "template", "first" or
    # "third"; level: is the principal view turned so that the long way lies level? off: names of berths that stay away;
    # centre_lines: true, false or nil (as the template says); pictorial: "template", "shaded" or "none"; flat: are flat
    # patterns drawn? sizes: rules (Linking::SizeRules::NAMES), [] for none; centred: words in the middle of their
    # lines; holes, parts: corner of a hole table and of the parts list, [corner, mm or per cent across, the same up],
    # nil for none and for the template's; structure: of the parts list; balloons: "none", "balloon" or "underlined";
    # counted: with quantities.
    SheetChoices =
      Struct.new(
        :scale,
        :projection,
        :level,
        :off,
        :centre_lines,
        :pictorial,
        :flat,
        :sizes,
        :centred,
        :holes,
        :parts,
        :structure,
        :balloons,
        :counted,
        keyword_init: true
      ) do
        def initialize(
          scale: 'fit',
          projection: 'template',
          level: true,
          off: [],
          pictorial: 'template',
          flat: true,
          sizes: ['model'],
          balloons: 'balloon',
          **
        )
          super
        end

        # From plain data with string keys, what is not known left out. Raises Nockplane::Error for values that make no
        # sense.
        def self.from(hash)
          new(**hash.to_h.transform_keys(&:to_sym).slice(*members)).tap(&:check)
        end

        def check
          problem = problems.first or return
          raise Nockplane::Error, problem
        end

        def problems
          [
            (scale_problem),
            choice('projection', projection, %w[template first third]),
            choice('the pictorial view', pictorial, %w[template shaded none]),
            choice('balloons', balloons, %w[none balloon underlined]),
            (structure && choice('the parts list', structure, Products::Structure::KINDS)),
            *Array(sizes).map { |s| choice('sizes', s, Linking::SizeRules::NAMES) },
            corner_problem('the hole table', holes),
            corner_problem('the parts list', parts)
          ].compact
        end

        # Linking::SizeRules, nil for no sizes.
        def rules = Array(sizes).empty? ? nil : Linking::SizeRules.new(sizes)

        # Factor of a fixed scale, nil for one that is found.
        def factor = %w[fit template].include?(scale) ? nil : Drafting::Scale.parse(scale.to_s)

        def plain = to_h.compact.transform_keys(&:to_s)

        private

        def scale_problem
          return if %w[fit template].include?(scale) || Drafting::Scale.parse(scale.to_s)

          "the scale '#{scale}' can't be read; write fit, template, or one such as 1:2"
        end

        def choice(what, value, known)
          "#{what}: '#{value}' is not known; use #{known.join(', ')}" unless known.include?(value)
        end

        # (Offsets in mm, or in per cent of the sheet: "2%".)
        def corner_problem(what, given)
          return if given.nil?

          corner, *offsets = given
          sound =
            offsets.size <= 2 && offsets.all? { |o| o.is_a?(Numeric) || o.to_s.match?(/\A-?\d+([.,]\d+)?\s*%?\z/) }
          return if Drafting::Corner::NAMES.include?(corner) && sound

          "#{what} stands at #{Drafting::Corner::NAMES.join(', ')}, with offsets in mm or %"
        end
      end
  end
end

# frozen_string_literal: true

module Nockplane
  module Formats
    module Step
      # Writes tolerance frames as geometric tolerances of AP242: the tolerance, its zone, its datum system; the lower
      # row of a composite frame as a tolerance of its own that the upper one is related to.
      class GeometricTolerance
        ENTITIES = {
          'circularity' => 'ROUNDNESS',
          'concentricity' => 'COAXIALITY',
          'circular_runout' => 'CIRCULAR_RUNOUT',
          'total_runout' => 'TOTAL_RUNOUT'
        }.freeze
        MODIFIERS = {
          'Ⓜ' => :MAXIMUM_MATERIAL_REQUIREMENT,
          'Ⓛ' => :LEAST_MATERIAL_REQUIREMENT,
          'Ⓡ' => :RECIPROCITY_REQUIREMENT,
          'Ⓕ' => :FREE_STATE,
          'Ⓣ' => :TANGENT_PLANE,
          'CZ' => :COMMON_ZONE
        }.freeze
        ZONES = { '⌀' => 'cylindrical or circular', 'S⌀' => 'spherical' }.freeze

        # plan: PlanWriter; datums: { letter => DATUM }.
        def initialize(records, plan, datums)
          @records = records
          @plan = plan
          @datums = datums
        end

        # The number of its record; nil where it can't be written: without faces or datums that the file has.
        def write(dimension)
          frame = Tolerancing::Frame.parse(dimension.prefix) or return nil
          return nil unless frame.letters.all? { |l| @datums.key?(l) }

          aspect = @plan.aspect(dimension.faces) or return nil
          upper = row(frame, aspect)
          return upper unless frame.lower

          lower = row(frame.lower, aspect)
          @records.add('GEOMETRIC_TOLERANCE_RELATIONSHIP', 'composite', '', upper, lower)
          upper
        end

        private

        def row(frame, aspect)
          base = ['', '', @plan.length(frame.value), aspect]
          own = "#{ENTITIES.fetch(frame.key, frame.key.upcase)}_TOLERANCE"
          marks = frame.modifiers.filter_map { |m| MODIFIERS[m] }
          leaves = [['GEOMETRIC_TOLERANCE', *base], [own]]
          leaves << ['GEOMETRIC_TOLERANCE_WITH_DATUM_REFERENCE', [system(frame)]] if frame.datums.any?
          leaves << ['GEOMETRIC_TOLERANCE_WITH_MODIFIERS', marks] if marks.any?
          made = leaves.size == 2 ? @records.add(own, *base) : @records.complex(*leaves.sort_by(&:first))
          zone(made, frame)
          made
        end

        def zone(made, frame)
          form = ZONES[frame.zone] or return
          @plan.of_shape('TOLERANCE_ZONE', [made], @records.add('TOLERANCE_ZONE_FORM', form))
        end

        def system(frame)
          compartments =
            frame.datums.map do |letters, modifier|
              marks = modifier && [Records::Raw.new("SIMPLE_DATUM_REFERENCE_MODIFIER(.#{MODIFIERS.fetch(modifier)}.)")]
              @plan.of_shape('DATUM_REFERENCE_COMPARTMENT', base(letters.split('-')), marks)
            end
          @plan.of_shape('DATUM_SYSTEM', compartments)
        end

        # A datum, or the list of those that are one together (A-B).
        def base(letters)
          return @datums[letters[0]] if letters.size == 1

          elements = letters.map { |l| @plan.of_shape('DATUM_REFERENCE_ELEMENT', @datums[l], nil) }
          Records::Raw.new("COMMON_DATUM_LIST((#{elements.map { |e| "##{e}" }.join(',')}))")
        end
      end
    end
  end
end

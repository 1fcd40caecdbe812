# frozen_string_literal: true

module Nockplane
  module Tolerancing
    # The fourteen geometrical characteristics of ISO 1101 (standards.md 10.1): what each may be said of, whether it
    # needs datums, and which zones and modifiers it may have. datum: :never, :may or :must. round: may its zone be a
    # cylinder (⌀)? derived: does it apply to axes and median planes only? material: may Ⓜ or Ⓛ stand behind its value?
    class Characteristic
      attr_reader :key, :name, :symbol, :group

      def initialize(key, name, symbol, group, datum:, round: false, only_round: false, material: false, asme: true)
        @key = key
        @name = name
        @symbol = symbol
        @group = group
        @datum = datum
        @round = round
        @only_round = only_round
        @material = material
        @asme = asme
        freeze
      end

      def form? = @group == :form
      def run_out? = @group == :run_out
      def profile? = @group == :profile
      def datum_needed? = @datum == :must
      def datum_allowed? = @datum != :never
      # May the zone be a cylinder or sphere? Must it?
      def round_zone? = @round
      def round_zone_only? = @only_round
      # May Ⓜ and Ⓛ stand behind the value, by ISO or by ASME?
      def material?(asme: false) = @material == true || (@material == :iso && !asme)
      # Does ASME Y14.5-2018 still have it?
      def asme? = @asme

      ALL =
        [
          new('straightness', 'straightness', '⏤', :form, datum: :never, round: true, material: true),
          new('flatness', 'flatness', '⏥', :form, datum: :never, material: true),
          new('circularity', 'roundness', '○', :form, datum: :never),
          new('cylindricity', 'cylindricity', '⌭', :form, datum: :never),
          new('line_profile', 'profile of any line', '⌒', :profile, datum: :may),
          new('surface_profile', 'profile of any surface', '⌓', :profile, datum: :may),
          new('angularity', 'angularity', '∠', :orientation, datum: :must, round: true, material: true),
          new('perpendicularity', 'perpendicularity', '⏊', :orientation, datum: :must, round: true, material: true),
          new('parallelism', 'parallelism', '⫽', :orientation, datum: :must, round: true, material: true),
          new('position', 'position', '⌖', :location, datum: :may, round: true, material: true),
          new(
            'concentricity',
            'coaxiality',
            '◎',
            :location,
            datum: :must,
            round: true,
            only_round: true,
            material: :iso,
            asme: false
          ),
          new('symmetry', 'symmetry', '⌯', :location, datum: :must, material: :iso, asme: false),
          new('circular_runout', 'circular run-out', '↗', :run_out, datum: :must),
          new('total_runout', 'total run-out', '⌰', :run_out, datum: :must)
        ].to_h { |c| [c.key, c] }.freeze

      # By key, or by its symbol; nil for what is none.
      def self.find(text) = ALL[text] || ALL.each_value.find { |c| c.symbol == text }
    end
  end
end

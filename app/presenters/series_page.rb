# frozen_string_literal: true

module App
  module Presenters
    # Every variant of a series drawing with where it stands.
    class SeriesPage
      attr_reader :record

      # A variant: its name, Records::VariantStanding or nil, whether that is up to date.
      Row =
        Struct.new(:variant, :standing, :current) do
          def data = standing&.data || {}
          def state = standing&.state || 'unknown'
          def adrift = standing&.docket&.adrift || []
          def collisions = standing&.docket&.collisions || []
          def behind = standing&.docket&.behind || []
          def missing = data['missing'].to_i
          def twice = data['twice'].to_i
        end

      def initialize(record)
        @record = record
        VariantStandings.recheck(record)
      end

      def rows
        now = VariantStandings.basis(@record)
        @rows ||= VariantStandings.all(@record).map { |v, s| Row.new(v, s, !s.nil? && s.basis == now) }
      end

      def checking = rows.count { |r| !r.current }
      def model = Records::Model.unscoped.find(@record.value.bindings[0].model)

      # What variants have of their own that the table has no more.
      def left_behind = @record.value.variations.map(&:variant) - rows.map(&:variant)

      def pulse
        known = Records::VariantStanding.where(drawing_id: @record.id)
        Pulse.short("#{VariantStandings.basis(@record)}|#{known.count}|#{known.maximum(:updated_at).to_f}")
      end
    end
  end
end

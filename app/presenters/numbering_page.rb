# frozen_string_literal: true

module App
  module Presenters
    # The schemes of numbers, and what renumbering would do.
    class NumberingPage
      # One thing: what it is, its number and what the scheme would give it.
      Row = Struct.new(:key, :words, :number, :proposed)

      # kind: "model" or "drawing"; nil for no preview.
      def initialize(kind = nil)
        @kind = %w[model drawing].include?(kind) ? kind : nil
      end

      attr_reader :kind

      def schemes
        Numbering::USUAL.map do |k, usual|
          [k, Numbering::WORDS[k], Records::NumberScheme.find_by(kind: k)&.pattern, usual]
        end
      end

      # What would become of those that the scheme would call otherwise.
      def rows
        return [] unless @kind && Numbering.pattern(@kind)

        given = []
        (@kind == 'drawing' ? drawings(given) : models(given)).reject { |r| r.number == r.proposed }
      end

      private

      # (What has a number that fits keeps it.)
      def drawings(given)
        Records::Drawing
          .order(:number)
          .map do |d|
            model = Records::Model.find_by(id: d.value.bindings[0]&.model)
            own = model && d.value.bindings[0].variant && Families.number(model, d.value.bindings[0].variant)
            values = {
              'part' => own || model&.number,
              'family' => model&.number,
              'sheet' => '',
              'variant' => own ? '' : d.value.bindings[0]&.variant.to_s
            }
            Row.new("drawing/#{d.slug}", d.title, d.number, proposed('drawing', values, d, given))
          end
      end

      def models(given)
        Records::Model
          .order(:number, :name)
          .map { |m| Row.new("model/#{m.slug}", m.name, m.number, proposed('model', {}, m, given)) }
      end

      def proposed(kind, values, record, given)
        records = record.class
        scheme = Numbering.scheme(kind)
        found =
          scheme.number(values.transform_values(&:to_s)) do |n|
            given.include?(n) || (n != record.number && Numbers.taken?(n, records))
          end
        given << found
        found
      end
    end
  end
end

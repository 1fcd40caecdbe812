# frozen_string_literal: true

module Nockplane
  module Issuing
    # What a characteristic may be, and lists of them as tables.
    module Limits
      # Headers of the list, the method left for who inspects.
      HEADERS = [
        'No.',
        'Sheet',
        'Zone',
        'Characteristic',
        'Requirement',
        'Nominal',
        'Upper limit',
        'Lower limit',
        'Unit',
        'By',
        'Method'
      ].freeze

      module_function

      # Nominal and limits of a size (a snapshot, a part of one, a model dimension): by its own tolerance, else by the
      # general one (ISO 2768-1); {} of what has none. kind: its Drawings::Annotations kind or nil; general: call-out
      # such as "ISO 2768-mK".
      def of(size, kind, general)
        return {} unless size.value.is_a?(Numeric)
        # (A thread is limited by its designation, not as a plain diameter.)
        return {} if size.prefix && size.kind.to_s != 'chamfer'

        nominal = size.value.to_f
        upper, lower, by = own(size, nominal) || general(nominal, kind, general)
        {
          nominal: nominal,
          unit: kind && !kind.length? ? '°' : 'mm',
          by: by,
          upper: upper && (nominal + upper),
          lower: lower && (nominal + lower)
        }
      end

      # Texts of Characteristics::Row, headers first.
      def table(rows)
        [HEADERS] +
          rows.map do |r|
            [r.number, r.sheet, r.zone, r.what, r.words, r.nominal, r.upper, r.lower, r.unit, r.by, ''].map do |v|
              v.is_a?(Float) ? format('%.4f', v).sub(/\.?0+\z/, '') : v.to_s
            end
          end
      end

      def own(size, nominal)
        given = size.tolerance.to_s
        given.empty? ? nil : [*Tolerancing::Tolerance.parse(given).deviations(nominal), 'tolerance']
      rescue Tolerancing::UnreadableTolerance, Tolerancing::Iso286::OutOfTables
        nil
      end

      def general(nominal, kind, general)
        table = kind&.general
        allowed = table && Tolerancing::General.parse(general)&.public_send(table, nominal)
        allowed && [allowed, -allowed, 'general tolerance']
      end
      private_class_method :own, :general
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Drawings
    # Values within cells as plain data and back: structs as hashes without the fields that say nothing.
    module Typed
      # Which members of a value are values themselves.
      NESTED = {
        'Views::Region' => {
          'at' => 'Views::Tied'
        },
        'Views::CuttingLine' => {
          'line' => 'Views::Tied'
        },
        'Annotations::Snapshot' => {
          'parts' => 'Annotations::Snapshot::Part'
        },
        'Views::Breakout' => {
          'region' => 'Views::Region'
        },
        'Views::Auxiliary::Edge' => {
          'from' => 'Views::Tied',
          'to' => 'Views::Tied'
        }
      }.freeze

      module_function

      def plain(value)
        case value
        when Struct then value.to_h.compact.to_h { |k, v| [k.to_s, plain(v)] }
        when Array then value.map { |v| plain(v) }
        else value
        end
      end

      # A value of a struct class from a hash with string keys. Raises KeyError for a field that it has not.
      def read(type, hash, nested = nested_of(type))
        unknown = hash.keys - type.members.map(&:to_s)
        raise KeyError, "unknown field #{unknown[0]}" unless unknown.empty?

        type.new(**hash.to_h { |k, v| [k.to_sym, nested[k] ? inner(nested[k], v) : v] })
      end

      def inner(type, value)
        case value
        when Hash then type.respond_to?(:read) ? type.read(value) : read(type, value)
        when Array then value.map { |v| inner(type, v) }
        else value
        end
      end

      def nested_of(type)
        NESTED
          .fetch(type.name.delete_prefix('Nockplane::Drawings::'), {})
          .transform_values { |name| Drawings.const_get(name) }
      end
    end
  end
end

# frozen_string_literal: true

module Nockplane
  module Linking
    # A docket's lines as plain data and back: a list of values for each struct, nested ones as lists too.
    module DocketData
      # Which struct each part is made of, and which of its members hold structs.
      LINES = {
        'behind' => [:Behind, { view: :Place, numbers: [:Number] }],
        'fields' => [:Fields, { sheet: :Place }],
        'adrift' => [:Adrift, { view: :Place, proposals: [:Proposal] }],
        'collisions' => [:Collision, {}],
        'empty' => [:Empty, { berth: :Place }],
        'masses' => [:Mass, {}],
        'faults' => [:Fault, {}],
        'lost' => [:Lost, { view: :Place }],
        'over' => [:Over, { view: :Place }],
        'loose' => [:Loose, { note: :Place }],
        'unmet' => [:Unmet, {}],
        'unlisted' => [:Unlisted, {}]
      }.freeze

      module_function

      def plain(value)
        case value
        when Struct
          value.to_a.map { |v| plain(v) }
        when Array
          value.map { |v| plain(v) }
        else
          value
        end
      end

      # Docket of { part => [[value, ...], ...] }; parts that an earlier version did not have are empty.
      def read(data)
        Docket.new(
          **LINES.to_h do |part, (type, nested)|
            [part.to_sym, (data[part] || []).map { |values| line(type, nested, values) }]
          end
        )
      end

      def line(type, nested, values)
        type = Docket.const_get(type)
        type.new(*type.members.zip(values).map { |member, value| inner(nested[member], value) })
      end

      def inner(type, value)
        case type
        when nil
          value
        when Array
          value.map { |v| Docket.const_get(type[0]).new(*v) }
        else
          Docket.const_get(type).new(*value)
        end
      end
    end
  end
end

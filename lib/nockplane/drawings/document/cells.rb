# frozen_string_literal: true

module Nockplane
  module Drawings
    # Cells as plain data and back. A cell's key is "kind/id" ("meta" has no id).
    module Cells
      KINDS = {
        'meta' => Meta,
        'binding' => Binding,
        'sheet' => Sheet,
        'view' => View,
        'dimension' => Dimension,
        'note' => Note,
        'layer' => Layer,
        'block' => Block,
        'table' => Table,
        'picture' => Picture,
        'berth' => Berth,
        'rule' => LayoutRule,
        'variation' => Variation
      }.freeze

      module_function

      def key(cell)
        kind = KINDS.key(cell.class)
        kind == 'meta' ? kind : "#{kind}/#{cell.id}"
      end

      # Cell from a key and a hash with string keys. Raises KeyError for a kind or field it doesn't know.
      def from(key, hash)
        type = KINDS.fetch(key.split('/')[0])
        Ractor.make_shareable(Typed.read(type, hash, type.respond_to?(:nested) ? type.nested(hash) : {}))
      rescue KeyError => e
        raise KeyError, "#{key}: #{e.message}"
      end

      # (Fields that say nothing are left out.)
      def plain(cell) = Typed.plain(cell)
    end
  end
end

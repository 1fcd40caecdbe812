# frozen_string_literal: true

module Nockplane
  module Drawings
    # Reads drawings stored in the format before: they get the title block and the layers that were fixed then.
    module Upgrade
      module_function

      # Drawing from 'drawing/1' data. Raises KeyError.
      def from_first(data)
        cells =
          data['cells'].to_h { |key, hash| [key, key == 'meta' ? Cells.from(key, meta(hash)) : Cells.from(key, hash)] }
        sheets = cells.each_value.grep(Sheet)
        blocks =
          sheets.each_with_index.map do |s, i|
            Shelf
              .block('iso-7200')
              .dup
              .tap do |b|
                b.id = "b#{i + 1}"
                b.sheet = s.id
              end
          end
        Drawing.new(cells.merge((blocks + Layer.defaults).to_h { |c| [Cells.key(c), Ractor.make_shareable(c)] }))
      end

      def meta(hash) = hash.merge('template' => hash['template'] && { 'slug' => hash['template'], 'revision' => 1 })
    end
  end
end

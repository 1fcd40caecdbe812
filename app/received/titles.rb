# frozen_string_literal: true

module App
  module Received
    # What a model read from a file is called: by the product's name, its number, or the file, whichever says something.
    module Titles
      # Names that exporting programs put where nobody gave one.
      PLACEHOLDER =
        /\A(?:|none|null|unnamed|untitled|new(?:[ ]part|[ ]document|[ ]model)?|part|body|solid|compound|shape|product|
             assembly|model|open[ ]cascade.*|default|"?\s*"?|imported[ ]model)[\s_.\#-]*\d*\z/ix

      module_function

      # product: Products::Product.
      def of(product, filename)
        [product.name, product.number].map { |n| n.to_s.strip }.find { |n| !n.match?(PLACEHOLDER) }&.slice(0, 80) ||
          from_file(filename)
      end

      # A name that no model has yet: with 2, 3 ... behind it where one has.
      def free(name)
        like = "#{Records::Model.sanitize_sql_like(name, '!')} (%"
        taken = Records::Model.where("name = ? OR name LIKE ? ESCAPE '!'", name, like).pluck(:name)
        if taken.include?(name)
          (2..).lazy.map { |n| "#{name} (#{n})" }.find { |candidate| !taken.include?(candidate) }
        else
          name
        end
      end

      # "motor-plate_r2.step" -> "motor plate"
      def from_file(filename)
        words = Received.stem(filename).tr('_-', '  ').squeeze(' ').strip
        words.empty? ? 'Imported model' : words[0, 80]
      end
    end
  end
end

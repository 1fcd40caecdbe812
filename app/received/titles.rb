# frozen_string_literal: true

module App
  module Received
    # What a model read from a file is called: by the product's name, its number, or the file, whichever says something.
    module Titles
      module_function

      # product: Products::Product.
      def of(product, filename)
        said = [product.name, product.number].map { |n| n.to_s.strip }
        said.find { |n| !Nockplane::Formats::Step::Placeholders.name?(n) }&.slice(0, 80) || from_file(filename)
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

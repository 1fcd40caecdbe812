# frozen_string_literal: true

module App
  # Stable, readable ids for URLs.
  module Slug
    module_function

    # Slug of a name that no record of the class has yet.
    def free(name, records)
      base = name.downcase.gsub(/[^a-z0-9]+/, '-').gsub(/\A-+|-+\z/, '')[0, 60]
      base = 'item' if base.empty?
      taken = records.unscoped.where('slug = ? OR slug LIKE ?', base, "#{base}-%").pluck(:slug)
      return base unless taken.include?(base)

      (2..).lazy.map { |n| "#{base}-#{n}" }.find { |s| !taken.include?(s) }
    end
  end
end

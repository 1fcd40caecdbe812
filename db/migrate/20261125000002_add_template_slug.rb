# frozen_string_literal: true

# Which template a drawing was made from, to find and count drawings without reading their documents.
class AddTemplateSlug < ActiveRecord::Migration[7.2]
  def change
    add_column :drawings, :template_slug, :string
    add_index :drawings, :template_slug
    reversible { |way| way.up { fill } }
  end

  private

  def fill
    select_all("SELECT id, document FROM drawings WHERE kind = 'drawing'").each do |row|
      made = JSON.parse(row['document']).dig('cells', 'meta', 'template')
      slug = made.is_a?(Hash) ? made['slug'] : made
      update("UPDATE drawings SET template_slug = #{quote(slug)} WHERE id = #{row['id'].to_i}") if slug
    end
  end
end

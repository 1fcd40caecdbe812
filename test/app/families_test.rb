# frozen_string_literal: true

require 'app_helper'

# The table of variants of a model: shown, kept, read from files, each variant built and shown.
class FamiliesTest < AppTest
  def family = @family ||= App::Actions::AddModel.call(FAMILY)
  def data = JSON.parse(last_response.body[%r{id="family-data">(.*?)</script>}m, 1])
  def key(variant) = App::VariantSheet.key(variant)

  def kept(rows, headers: %w[variant number length seat], **more)
    post_data("/models/#{family.slug}/family", headers: headers, rows: rows, **more)
  end

  def test_the_page_has_the_table_and_which_variants_have_a_feature
    get "/models/#{family.slug}/family"
    assert_equal %w[variant number name length sink seat], data['headers']
    assert_equal ['short', 'QI-2131', 'Lid 60', '60', '', 'off'], data['rows'][0]
    assert_includes data['addable'].map(&:first), 'property material'
    assert_includes last_response.body, '<th scope="row">seat</th><td>long, hollow</td><td>short</td>'
    get '/models/lid'
    assert_includes last_response.body, "/models/lid/variants/#{key('short')}"
  end

  def test_keeping_it_is_a_revision_that_builds_the_part_no_second_time
    answer = kept([%w[short QI-2131 70 off], ['wide', '', '2 * half + 60', '']], base: 1)
    assert_match(/\ARevision 2 of Lid is kept/, answer['told'])
    recipe = Nockplane::Modelling::Recipe.parse(family.reload.latest.recipe)
    assert_equal %w[short wide], recipe.variants.keys
    assert_equal 70, recipe.variants['short']['length']
    assert_equal 'variants: wide added; long, hollow taken away; short changed', family.latest.note
    assert_equal 409, kept([['a', '', '', '']], base: 1).then { last_response.status }, 'made from an earlier revision'
  end

  def test_nothing_is_kept_while_a_cell_cannot_be_read
    App::Actions::AddModel.call(PART.sub('Lid', 'Cap').sub('QI-2130', 'QI-9'))
    answer = kept([['a', 'QI-9', '12mm', ''], ['a', '', '', 'maybe']])
    assert_equal 422, last_response.status
    assert_equal [[0, 1], [0, 2], [1, 0], [1, 3]], answer['problems'].map { |r, c, _| [r, c] }.sort
    assert_includes answer['problems'].map(&:last), 'QI-9 is the number of Cap'
    assert_equal 1, family.reload.latest.number
    other =
      App::Actions::AddModel.call(FAMILY.sub('name: Lid', 'name: Box').sub('QI-2130', 'QI-30').sub('QI-2131', 'QI-31'))
    post_data("/models/#{other.slug}/family", headers: %w[variant number], rows: [%w[x QI-2131]])
    assert_includes last_response.body, 'QI-2131 is the number of variant short of Lid'
  end

  def test_variants_are_built_and_one_that_cannot_be_is_marked_while_the_others_stand
    get "/models/#{family.slug}/family/state"
    found = JSON.parse(last_response.body)
    assert_equal [0, 3], found.values_at('done', 'total')
    App::Queue.work_off
    get "/models/#{family.slug}/family/state"
    found = JSON.parse(last_response.body)['variants']
    assert_equal %w[built built fault], found.values_at('short', 'long', 'hollow').map { |v| v['state'] }
    assert_equal '60 × 30 × 6 mm', found['short']['words']
    assert_match(/a size must be above 0|above 0/, found['hollow']['words'])
  end

  def test_csv_goes_out_and_comes_in_to_be_looked_at
    get "/models/#{family.slug}/family.csv"
    assert_match(/\Avariant,number,name,length,sink,seat\nshort,QI-2131,Lid 60,60,"?"?,off\n/, last_response.body)
    file = Tempfile.new(%w[table .csv]).tap { |f| f.write("variant;length;colour\nA;55,5;red\nB;;\n") && f.close }
    post_form("/models/#{family.slug}/family/csv", file: Rack::Test::UploadedFile.new(file.path, 'text/csv'))
    found = JSON.parse(last_response.body)
    assert_equal [%w[variant length colour], [%w[A 55,5 red], ['B', '', '']]], found.values_at('headers', 'rows')
    assert_match(/'colour' is no size, feature or property of Lid/, found['problems'][0][2])
    assert_equal 1, family.reload.latest.number, 'nothing is kept by reading it'
    {
      "a,b\n\"x" => /no comma-separated text/,
      "\xFF\xFE" => /no text in UTF-8/,
      '' => /is empty/
    }.each do |text, words|
      bad = Tempfile.new('bad').tap { |f| f.binmode && f.write(text) && f.close }
      post_form("/models/#{family.slug}/family/csv", file: Rack::Test::UploadedFile.new(bad.path, 'text/csv'))
      assert_match words, last_response.body, text
    end
    long = Tempfile.new('long').tap { |f| f.write("variant\n#{"a\n" * 100_000}") && f.close }
    post_form("/models/#{family.slug}/family/csv", file: Rack::Test::UploadedFile.new(long.path, 'text/csv'))
    assert_includes last_response.body, 'The file has 100000 rows; a table has at most 500.'
  end

  def test_a_variant_has_a_page_beside_the_family_or_another_and_files_of_its_own
    get "/models/#{family.slug}/variants/#{key('short')}"
    assert_includes last_response.body, '<h1>Lid 60</h1>'
    assert_includes last_response.body, 'without seat'
    assert_match(%r{<td>length</td>\s*<td class="num">100</td>\s*<td class="num jump">60</td>}, last_response.body)
    get "/models/#{family.slug}/variants/#{key('short')}?with=long"
    assert_match(%r{<td class="num">140</td>\s*<td class="num jump">60</td>}, last_response.body)
    get "/models/#{family.slug}/variants/#{key('short')}/export.stl"
    assert_match(/QI-2131-1.stl/, last_response.headers['content-disposition'])
    get "/models/#{family.slug}/variants/0000000000"
    assert_equal 404, last_response.status
    get "/models/#{family.slug}/variants/#{key('hollow')}"
    assert_equal 422, last_response.status, 'told in words, not as a fault of the program'
  end

  def test_a_drawing_can_be_made_of_one_variant_or_of_all
    one = App::Actions::CreateDrawing.call(family, 'a3-part-first-angle', show: 'short')
    assert_equal ['QI-2131-D', 'Lid 60', 'short'], [one.number, one.title, one.value.bindings[0].variant]
    all = App::Actions::CreateDrawing.call(family, 'a3-part-first-angle', show: 'series')
    assert_equal ['QI-2130-D', true], [all.number, all.value.meta.series]
    error =
      assert_raises(App::Refused) { App::Actions::CreateDrawing.call(family, 'a3-part-first-angle', show: 'huge') }
    assert_equal 'Lid has no variant “huge”.', error.message
  end

  def test_models_with_the_same_features_are_gathered_into_a_table
    lid
    App::Actions::AddModel.call(
      PART.sub('name: Lid', 'name: Lid 140').sub('QI-2130', 'QI-2140').sub('value: 100', 'value: 140')
    )
    App::Actions::AddModel.call(
      PART.sub('name: Lid', 'name: Odd').sub('QI-2130', 'QI-2150').sub('diameter: 16', 'diameter: 18')
    )
    get '/models/lid/gather'
    assert_includes last_response.body, 'length 140'
    assert_includes last_response.body, 'the feature seat is made otherwise'
    post_form('/models/lid/gather', models: ['lid-140'])
    rows = Nockplane::Modelling::Recipe.parse(lid.reload.latest.recipe).variants
    assert_equal({ 'Lid 140' => { 'length' => 140, 'properties' => { 'name' => 'Lid 140' } } }, rows)
    post_form('/models/lid/gather', models: ['odd'])
    assert_includes last_response.body, 'can&#39;t be a variant of Lid: the feature seat is made otherwise'
    get '/models/lid/family'
    assert_equal 200, last_response.status
  end

  def test_imported_models_that_look_alike_are_kept_together_under_a_name
    plates =
      %w[r1 r2].map do |r|
        take(File.binread(File.join(App::Designer::STEPS, "motor-plate-#{r}.step")), "plate #{r}.step").model
      end
    plates.each { |m| App::Workshop.source.model_of(m.latest.recipe) }
    get "/models/#{plates[0].slug}/gather"
    assert_match(/\d+ % of the faces/, last_response.body)
    post_form("/models/#{plates[0].slug}/gather", models: [plates[1].slug], name: 'Motor plates')
    assert_equal ['Motor plates'], plates.map { |m| m.reload.gathered }.uniq
    assert_equal [1, 1], plates.map { |m| m.latest.number }
  end
end

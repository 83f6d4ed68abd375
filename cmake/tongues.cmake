# Translations, made with scripts/tongue: each tongues/narrows_LANGUAGE.ts is compiled beside the program and installed.
file(GLOB tongue_sources CONFIGURE_DEPENDS ${CMAKE_SOURCE_DIR}/tongues/*.ts)
if(tongue_sources)
  find_package(Qt6 REQUIRED COMPONENTS LinguistTools)
  set(tongues)
  foreach(source ${tongue_sources})
    get_filename_component(name ${source} NAME_WE)
    set(made ${CMAKE_BINARY_DIR}/tongues/${name}.qm)
    add_custom_command(OUTPUT ${made} DEPENDS ${source}
      COMMAND ${CMAKE_COMMAND} -E make_directory ${CMAKE_BINARY_DIR}/tongues
      COMMAND Qt6::lrelease -silent ${source} -qm ${made})
    list(APPEND tongues ${made})
  endforeach()
  add_custom_target(tongues ALL DEPENDS ${tongues})
  install(FILES ${tongues} DESTINATION ${CMAKE_INSTALL_DATADIR}/narrows/tongues)
endif()
